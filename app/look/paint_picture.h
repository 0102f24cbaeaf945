// The window's backend for pictures of the core: painted in the colours of the theme.
#pragma once
#include "core/picture/picture.h"
#include <QTransform>

class QPainter;

namespace hl::app {

// `to` maps millimetres of the picture to the painter's own units. On paper the colours are those
// for white, whatever the theme.
void paintPicture(QPainter& painter, const Picture& picture, const QTransform& to,
                  bool onPaper = false);

} // namespace hl::app
