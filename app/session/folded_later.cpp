#include "app/session/folded_later.h"

namespace hl::app {

void foldLater(QObject* receiver, std::function<std::shared_ptr<const Case>()> make,
               std::function<void(PicturedPtr)> got) {
    runLater(receiver, [make = std::move(make), got = std::move(got)]() -> std::function<void()> {
        PicturedPtr made;
        try {
            if (auto folded = make())
                made = std::make_shared<const Pictured>(std::move(folded));
        } catch (const std::exception&) {
            made.reset(); // there is no picture of it, then
        }
        return [made, got] { got(made); };
    });
}

} // namespace hl::app
