// Rows: what inspectors are made of. Each row shows a part of the design and changes it; all are
// refreshed together when the design or its snapshot changes.
#pragma once
#include "app/look/words.h"
#include "app/session/session.h"
#include <QWidget>
#include <functional>
#include <optional>

class QComboBox;
class QLabel;
class QLineEdit;
class QVBoxLayout;

namespace hl::app {

class MeasureField;

class Rows : public QWidget {
    Q_OBJECT
  public:
    explicit Rows(Session& session, QWidget* parent = nullptr);

    void heading(const QString& text);
    QLabel* line(const QString& text, const QString& object = {}); // of quiet words
    void gap();
    void row(const QString& label, QWidget* field, const QString& tip = {});
    void whole(QWidget* widget); // as wide as the column
    // Fields made by the caller, in the order of the Tab key.
    void add(QWidget* field) { fields_.push_back(field); }

    // A line of text. `write` changes the design and says what is wrong with the text.
    QLineEdit* text(const QString& object, const QString& label, const QString& tip,
                    std::function<QString(const Design&)> read,
                    std::function<Trouble(Design&, const QString&)> write, const QString& step);
    // A list. `fill` puts its entries there and chooses one; `pick` is given the chosen one's data.
    QComboBox* choice(const QString& object, const QString& label, const QString& tip,
                      std::function<void(QComboBox&)> fill,
                      std::function<void(const QVariant&)> pick);
    // A field for a measure.
    struct Shown {
        Measure measure;
        bool follows = false;
    };
    MeasureField* measure(const QString& object, const QString& label, const QString& tip,
                          std::function<std::optional<Shown>()> read,
                          std::function<Trouble(const QString& text)> write);
    // A measure of a drawn thing, found anew in every design; null when it is gone.
    MeasureField* drawn(const QString& object, const QString& label, const QString& tip,
                        std::function<Measure*(Design&)> find, bool place);
    struct Button {
        QString text;
        std::function<void()> act;
    };
    QWidget* buttons(const std::vector<Button>& buttons);

    void refreshing(std::function<void()> refresh) { refreshers_.push_back(std::move(refresh)); }
    void refresh();
    void finish(); // no more rows
    const std::vector<QWidget*>& fields() const { return fields_; }
    Session& session() { return session_; }
    void refuse(const Trouble& trouble); // says why, where there is trouble

  private:
    Session& session_;
    QVBoxLayout* column_;
    std::vector<QWidget*> fields_; // in the order in which they are seen
    std::vector<std::function<void()>> refreshers_;
};

// An inspector: the rows about one kind of thing. Each is a file beside this one and a line in the
// table.
struct Inspector {
    const char* id;
    // Whether it has something to say about an owner: "card", a structure, a blank.
    bool (*about)(const Design& design, const std::string& owner);
    void (*build)(Rows& rows, const std::string& owner);
    // What its rows are made for; they are made anew when it changes. Null: never.
    QString (*shape)(const Design& design, const std::string& owner);
    enum class Where { Everywhere, Card, Elsewhere } where = Where::Everywhere; // in which rooms
};
const std::vector<Inspector>& inspectors();

// How wide the column of inspectors has to be, pixels, at the least: by its letters.
int columnWidth(const QWidget& widget);

QString readable(const std::string& name);
} // namespace hl::app
