// Bytes of a file that travels with the design: shared by all copies, never changed.
#pragma once
#include "core/measure/rooms.h"
#include <memory>
#include <optional>
#include <string>
#include <utility>

namespace hl::design {

class Bytes {
  public:
    Bytes() = default;
    explicit Bytes(std::string bytes)
        : held_(std::make_shared<const std::string>(std::move(bytes))) {}
    const std::string& text() const {
        static const std::string none;
        return held_ ? *held_ : none;
    }
    friend bool operator==(const Bytes& a, const Bytes& b) {
        return a.held_ == b.held_ || a.text() == b.text();
    }
    friend bool operator!=(const Bytes& a, const Bytes& b) { return !(a == b); }

  private:
    std::shared_ptr<const std::string> held_;
};

// Base64 as RFC 4648 has it, and back; nothing where the text is no such thing.
std::string base64Text(const std::string& bytes);
std::optional<std::string> fromBase64(const std::string& text);

} // namespace hl::design
