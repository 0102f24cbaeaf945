#include "app/look/theme.h"
#include <QApplication>
#include <QFile>
#include <QFontDatabase>
#include <QIconEngine>
#include <QLabel>
#include <QPainter>
#include <QPalette>
#include <QPixmap>
#include <QProxyStyle>
#include <QSettings>
#include <QStyleFactory>
#include <QSvgRenderer>
#include <algorithm>
#include <utility>

// The resources are in a static library and have to be asked for.
static void initResources() { Q_INIT_RESOURCE(resources); }

namespace hl::app {
namespace {

constexpr double ourSize = 10.5; // points

Theme light() {
    return {false,     "#e9e5dc", "#d9d4c8", "#f4f1ea", "#fdfcf9", "#d8d2c5", "#2b2a33",
            "#6a6672", "#31598c", "#ffffff", "#a8402f", "#b7791a", "#5d7a34", "#4a7a52"};
}

Theme dark() {
    return {true,      "#26252b", "#1b1a1f", "#2f2e35", "#3a3941", "#4a4852", "#ece8df",
            "#a8a4b0", "#8ab4e8", "#1a2431", "#e58472", "#e5b14f", "#a3c370", "#8cc598"};
}

Theme& held() {
    static Theme t = light();
    return t;
}

QString styleSheet(const Theme& t) {
    QFile file(":/style/workbench.qss");
    if (!file.open(QIODevice::ReadOnly))
        return {};
    QString s = QString::fromUtf8(file.readAll());
    const std::pair<const char*, QColor> names[] = {{"@groundEdge", t.groundEdge},
                                                    {"@ground", t.ground},
                                                    {"@panel", t.panel},
                                                    {"@raised", t.raised},
                                                    {"@rule", t.rule},
                                                    {"@ink", t.ink},
                                                    {"@quiet", t.quiet},
                                                    {"@accent", t.accent},
                                                    {"@onAccent", t.onAccent},
                                                    {"@stop", t.stop}};
    for (auto& [name, colour] : names)
        s.replace(name, colour.name());
    return s;
}

void loadFonts() {
    static bool done = false;
    if (done)
        return;
    done = true;
    initResources();
    for (const char* file : {"Cabin-Regular.otf", "Cabin-SemiBold.otf", "Vollkorn-SemiBold.ttf"})
        QFontDatabase::addApplicationFont(QString(":/fonts/") + file);
}

// An icon that is drawn when it is first needed, in the theme's colours.
class DrawnIcon : public QIconEngine {
  public:
    DrawnIcon(const QString& name, const QColor& colour) : name_(name), colour_(colour) {}
    QPixmap pixmap(const QSize& size, QIcon::Mode mode, QIcon::State) override {
        const QColor c = mode == QIcon::Disabled   ? theme().quiet
                         : mode == QIcon::Selected ? theme().onAccent
                                                   : colour_;
        return iconPixmap(name_, std::min(size.width(), size.height()), c, 1);
    }
    void paint(QPainter* painter, const QRect& rect, QIcon::Mode mode,
               QIcon::State state) override {
        const double ratio = painter->device()->devicePixelRatio();
        QPixmap p = pixmap(rect.size() * ratio, mode, state);
        p.setDevicePixelRatio(ratio);
        painter->drawPixmap(rect.topLeft(), p);
    }
    QIconEngine* clone() const override { return new DrawnIcon(*this); }

  private:
    QString name_;
    QColor colour_;
};

// Names and titles come from files: nothing in them is markup. A label that does show some says so
// by a property.
class PlainStyle : public QProxyStyle {
  public:
    PlainStyle() : QProxyStyle(QStyleFactory::create("Fusion")) {}
    using QProxyStyle::polish;
    void polish(QWidget* widget) override {
        if (auto* label = qobject_cast<QLabel*>(widget); label && !label->property("rich").toBool())
            label->setTextFormat(Qt::PlainText);
        QProxyStyle::polish(widget);
    }
    // Our own: a desktop's is looked for in all its folders, for longer than a room takes to build.
    QIcon standardIcon(StandardPixmap which, const QStyleOption* option,
                       const QWidget* widget) const override {
        return which == SP_LineEditClearButton ? icon("clear")
               : which == SP_ToolBarHorizontalExtensionButton
                   ? icon("more")
                   : QProxyStyle::standardIcon(which, option, widget);
    }
};

} // namespace

const Theme& theme() { return held(); }

void chooseTheme(bool isDark) {
    loadFonts();
    static bool styled = false;
    if (!std::exchange(styled, true))
        QApplication::setStyle(new PlainStyle);
    held() = isDark ? dark() : light();
    // The desktop's own font and size; where there is no desktop, ours.
    static const bool desktop = !qEnvironmentVariableIsEmpty("XDG_CURRENT_DESKTOP");
    if (desktop)
        return;
    QFont font("Cabin");
    font.setPointSizeF(ourSize);
    QApplication::setFont(font);
}

void applyTheme(QApplication& app) {
    const Theme& t = held();
    QPalette p;
    p.setColor(QPalette::Window, t.panel);
    p.setColor(QPalette::Base, t.raised);
    p.setColor(QPalette::AlternateBase, t.panel);
    p.setColor(QPalette::Button, t.raised);
    for (auto role : {QPalette::WindowText, QPalette::Text, QPalette::ButtonText,
                      QPalette::ToolTipText, QPalette::BrightText})
        p.setColor(role, t.ink);
    p.setColor(QPalette::ToolTipBase, t.raised);
    p.setColor(QPalette::PlaceholderText, t.quiet);
    p.setColor(QPalette::Highlight, t.accent);
    p.setColor(QPalette::HighlightedText, t.onAccent);
    p.setColor(QPalette::Link, t.accent);
    p.setColor(QPalette::Mid, t.rule);
    for (auto role : {QPalette::WindowText, QPalette::Text, QPalette::ButtonText})
        p.setColor(QPalette::Disabled, role, t.quiet);
    app.setPalette(p);
    app.setStyleSheet(styleSheet(t));
}

bool darkWanted() { return QSettings().value("dark", false).toBool(); }
void rememberDark(bool isDark) { QSettings().setValue("dark", isDark); }

QColor lineColour(Line line) {
    const LineStyle& s = styleOf(line);
    return QColor(theme().dark ? s.dark : s.colour);
}

QPixmap severityMark(Severity severity, int size, double ratio) {
    QPixmap pixmap(QSize(size, size) * ratio);
    pixmap.setDevicePixelRatio(ratio);
    pixmap.fill(Qt::transparent);
    QPainter p(&pixmap);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(Qt::NoPen);
    p.setBrush(severityColour(severity));
    const QRectF r(1.5, 1.5, size - 3, size - 3);
    if (severity == Severity::Stop)
        p.drawRoundedRect(r, 1.5, 1.5);
    else if (severity == Severity::Caution)
        p.drawPolygon(
            QPolygonF({r.bottomLeft(), QPointF(r.center().x(), r.top()), r.bottomRight()}));
    else
        p.drawEllipse(r);
    return pixmap;
}

QColor severityColour(Severity s) {
    return s == Severity::Stop      ? theme().stop
           : s == Severity::Caution ? theme().caution
                                    : theme().note;
}

// `points` beside text of our own size; larger where the desktop's is.
QFont headingFont(double points) {
    QFont f("Vollkorn");
    const double now = QApplication::font().pointSizeF();
    f.setPointSizeF(points * (now > 0 ? now / ourSize : 1));
    f.setWeight(QFont::DemiBold);
    return f;
}

QPixmap iconPixmap(const QString& name, int size, const QColor& colour, double ratio) {
    QFile file(":/icons/" + name + ".svg");
    QPixmap pixmap(QSize(size, size) * ratio);
    pixmap.setDevicePixelRatio(ratio);
    pixmap.fill(Qt::transparent);
    if (!file.open(QIODevice::ReadOnly))
        return pixmap;
    QSvgRenderer svg(file.readAll().replace("currentColor", colour.name().toUtf8()));
    QPainter painter(&pixmap);
    svg.render(&painter, QRectF(0, 0, size, size));
    return pixmap;
}

QIcon icon(const QString& name, const QColor& colour) {
    return QIcon(new DrawnIcon(name, colour.isValid() ? colour : theme().ink));
}

} // namespace hl::app
