// Pictures of a card without a window: at any opening and size, and the opening as a moving one.
#pragma once
#include "app/session/folded_later.h"
#include "core/measure/result.h"
#include <QImage>
#include <vector>

namespace hl::app {

// The card on its ground at a place of its course, seen from its best side; framed so that it stays
// in the picture from there to closed.
QImage cardImage(const Pictured& card, double opening, const QSize& size);

// From closed to displayed and back, `frames` pictures.
std::vector<QImage> cardFilm(const Pictured& card, int frames, const QSize& size);

// Writes one picture as PNG, or several as a moving one of `seconds`.
Trouble savePicture(const QImage& image, const QString& path);
enum class Moving { Webp, Gif };
Trouble saveFilm(const std::vector<QImage>& film, double seconds, const QString& path, Moving kind);

} // namespace hl::app
