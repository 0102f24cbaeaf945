// Groups: what is put together by itself before it goes on the card, and what lies over what.
#pragma once
#include "core/fold/case.h"
#include "core/prove/layers.h"
#include <set>

namespace hl::steps {

// What a part is to the one who assembles.
enum class Piece { Core, Mat, Figure, Film };

struct Group {
    std::string id;         // of the structure or part; "card"
    std::vector<int> parts; // of its core
    std::vector<int> inner; // joins within it
    std::vector<int> outer; // joins by which it hangs on other units
    int depth = 0;          // 0: the card; 1: what stands on it ...
    double rear = 0;        // how far from the viewer it stands, mm
};

// A group that comes to lie over the place where another is closed onto: the other goes first.
struct Shuts {
    int first = 0, second = 0;
};

class Groups {
  public:
    // `flats` may be empty: then nothing is known of what lies over what.
    Groups(const Case& c, const std::vector<FlatState>& flats);

    const std::vector<Group>& all() const { return all_; }
    const std::vector<Piece>& pieces() const { return pieces_; }      // of every part
    int of(int part) const { return of_[static_cast<size_t>(part)]; } // unit; -1: none of its own
    const std::vector<Shuts>& shuts() const { return shuts_; }
    // Hosts, and what stands on them.
    const std::vector<std::pair<int, int>>& hosts() const { return hosts_; }
    // In which order they go on the card: the card first, then from the inside out, the rear before
    // the front.
    std::vector<int> order() const;

  private:
    void sort(const Case& c);
    void hang(const Case& c);
    void cover(const Case& c, const FlatState& flat);

    std::vector<Group> all_;
    std::vector<Piece> pieces_;
    std::vector<int> of_;
    std::vector<std::pair<int, int>> hosts_; // the host, and what stands on it
    std::vector<Shuts> shuts_;
};

// Where a join carries adhesive, in the landing's flat coordinates, counter-clockwise.
std::vector<Ring> stuckOn(const Assembly& assembly, const Join& join);
// Whether two of them share a place of one side of one panel.
bool sharePlace(const Assembly& assembly, const Join& one, const Join& other);

} // namespace hl::steps
