// The window's backend for pictures of the core: painted in the colours of the theme.
#pragma once
#include "core/picture/picture.h"
#include <QTransform>

class QPainter;

namespace hl {

// `to` maps millimetres of the picture to the painter's own units.
void paintPicture(QPainter& painter, const Picture& picture, const QTransform& to);

} // namespace hl
