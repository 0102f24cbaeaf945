// The flat view: the parts as they are cut, or the sheets they are cut from, at true scale. A
// crease can be dragged across itself; that changes the measure that places it, while it moves.
#pragma once
#include "app/flat/drawing.h"
#include "app/session/session.h"
#include "core/edit/grip.h"
#include "core/edit/laid.h"
#include "core/edit/zone_grip.h"
#include "core/make/sheets.h"
#include <QWidget>
#include <optional>

class QPainterPath;

namespace hl::app {

class FlatView : public QWidget {
    Q_OBJECT
  public:
    enum class Show { Parts, Sheets };
    explicit FlatView(Session& session, QWidget* parent = nullptr);

    void setShow(Show show);
    Show showing() const { return show_; }
    void setFormat(const SheetFormat& format);
    const SheetFormat& format() const { return format_; }
    void setPatterns(bool shown); // on sheets, what is printed on their papers
    // That, if it is shown.
    PrintedArea printed() const;
    // Whether what it shows is of the newest snapshot: sheets are laid out a moment later.
    bool settled() const { return show_ == Show::Parts || laidOut_ == built_; }
    void fit();
    void trueScale(); // one millimetre on the screen is one millimetre
    // Where a point of a part (its flat coordinates) shows in the widget.
    QPointF pixelOf(const std::string& part, const Vec2& flat) const;

  signals:
    void scaleChanged(double percent);

  protected:
    void paintEvent(QPaintEvent*) override;
    void resizeEvent(QResizeEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void mouseMoveEvent(QMouseEvent*) override;
    void mouseReleaseEvent(QMouseEvent*) override;
    void wheelEvent(QWheelEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    void leaveEvent(QEvent*) override;
    QSize sizeHint() const override { return {640, 250}; }
    QSize minimumSizeHint() const override { return {240, 90}; }

  private:
    struct Placed {
        Pattern pattern;
        Vec2 at;     // of the part's frame on the view's plane, mm, y up
        bool turned; // by a quarter, as the parts of a top fold are seen

        Vec2 onPlane(const Vec2& flat) const {
            return at + (turned ? Vec2(flat.y(), -flat.x()) : flat);
        }
        Vec2 toPart(const Vec2& plane) const {
            const Vec2 p = plane - at;
            return turned ? Vec2(-p.y(), p.x()) : p;
        }
    };
    struct Thing { // under the pointer
        QString id, part;
    };
    void rebuild();
    bool hasHold() const; // a hand drags something
    bool outgrown() const;
    void layOutSheets();
    QRectF bounds() const; // mm, y up
    QPointF toPixel(const Vec2& mm) const;
    Vec2 toMm(const QPointF& pixel) const;
    double truePixelsPerMm() const;
    Thing thingAt(const QPointF& pixel, bool creases = true) const;
    void pointAt(const QPointF& pixel);
    std::optional<ZoneGrip> zoneAt(const QPointF& pixel) const;
    // The pattern of the selected mat, and where its middle and its knob are drawn.
    std::optional<Laid> selectedPattern() const;
    QPointF patternHandle(const Laid& pattern, bool knob) const;
    bool pressPattern(const QPointF& pixel);
    void dragPattern(const QPointF& pixel, bool fine);
    void paintPattern(QPainter& painter) const;
    // How far a pointer has gone since it was pressed, in the flat coordinates of parts, mm.
    Vec2 goneTo(const QPointF& pixel) const;
    // The part a pointer there draws on: the one below it or close by.
    // With a `part`, that one, however far the pointer is.
    Drawing::Spot spotAt(const QPointF& pixel, int part = -1) const;
    void paintDrawing(QPainter& painter) const;
    void paintNote(QPainter& painter, const QString& text) const;
    void paintStroke(QPainter& painter, const Shape& stroke, const Placed& at) const;
    void paintCaption(QPainter& painter, const Caption& caption, const Placed& at) const;
    void paintParts(QPainter& painter) const;
    void paintPrint(QPainter& painter, const QPainterPath& outline, const Placed& placed) const;
    void paintSheets(QPainter& painter) const;
    void zoomAt(const QPointF& pixel, double factor);

    Session& session_;
    Drawing drawing_;
    bool draws_ = false; // the drawing has the pointer,
    int drawsOn_ = -1;   // on this part
    Show show_ = Show::Parts;
    SheetFormat format_;
    bool patterns_ = false;
    std::vector<Placed> parts_;
    std::vector<Sheet> sheets_;
    std::shared_ptr<const Case> laidOut_; // what they are of
    std::shared_ptr<const Case> built_;
    std::vector<Vec2> upright_; // what is up on its panels
    double scale_ = 1;          // pixels per mm
    QPointF origin_;            // pixel of the plane's origin
    bool fitted_ = true;
    QPointF last_, pressed_;
    std::string heldPart_; // the part that was pressed
    bool panning_ = false;
    std::optional<Grip> grip_;
    std::optional<ZoneGrip> zone_; // being dragged
    // The pattern of the selected mat being dragged, and by what.
    std::optional<Laid> pattern_;
    Hold patternBy_ = Hold::Middle;
    Vec2 patternFrom_ = Vec2::Zero();
    std::shared_ptr<const Case> patternOf_;
    QString gesture_;
    int gestures_ = 0;
    Worker worker_; // the last member, so that it goes first
};

} // namespace hl::app
