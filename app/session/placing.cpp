#include "app/session/placing.h"
#include "app/session/aside.h"
#include "app/session/session.h"
#include "core/assemble/assemble.h"
#include "core/edit/draw.h"
#include "core/edit/edit.h"
#include "core/prove/saying.h"
#include "core/structures/in_names.h"
#include <algorithm>
#include <cmath>

namespace hl::app {

struct Placing::Ghost {
    int number = 0;
    std::shared_ptr<const Case> folded;
    QString id, why;
};

Placing::Placing(Session& session) : QObject(&session), session_(session) {
    connect(&worker_, &Worker::failed, this, [this](const QString& why) {
        take({asked_,
              {},
              {},
              tr("It cannot be placed there by an error of the program (%1).").arg(why)});
    });
}

void Placing::setTool(Tool tool) {
    worker_.stop();
    tool_ = tool;
    picked_.clear();
    if (tool != Tool::Place)
        family_.clear();
    ghost_.reset();
    why_.clear();
    taken_ = ++asked_; // a ghost on its way is no longer wanted
    putting_ = false;
    emit ghostChanged();
    emit toolChanged();
}

void Placing::start(const QString& family) {
    setTool(Tool::Place);
    family_ = family;
    emit toolChanged();
}

namespace {

// A design with a structure of `f` on `on`, the place nearest to `at` that a ruler can find.
Result<std::pair<Design, std::string>> placedAt(const Design& design, const Assembly& a,
                                                const Family& f, const std::string& on,
                                                const Vec2& at) {
    const bool panel = f.ground == Ground::Panel;
    const int crease = a.crease(on);
    const Host h = panel ? hostOnPanel(a, a.panel(on)) : hostOf(a, crease);
    const double step = design.units == Unit::Inch ? 25.4 / 16 : 0.5;
    auto mark = [&](double v, double most) {
        return Measure::fromMm(std::clamp(std::round(v / step) * step, 0.0, std::max(0.0, most)));
    };
    auto added = addStructure(design, f.id, on, {});
    if (!added)
        return added;
    auto& [d, id] = *added;
    auto values = measuresOf(d, id);
    StructureSpec& s = *d.structure(id);
    const Vec2 from = panel ? h.left.origin : a.creases[size_t(crease)].from;
    const Vec2 way = panel ? h.left.along : a.creases[size_t(crease)].dir();
    const double along = (at - from).dot(way);
    if (panel) {
        s.set["across"] = mark(along, h.length);
        s.set["along"] = mark((at - from).dot(h.left.inward), h.left.room);
    } else if (values && values->count("place")) {
        const bool wide = values->count("width") && f.parameter("width");
        const double width = wide ? values->at("width") : 0;
        s.set["place"] = mark(along - width / 2, h.length - width);
    }
    return added;
}

} // namespace

void Placing::pointAt(const QString& host, const Vec2& at) {
    const Family* f = hl::family(family_.toStdString());
    const SnapshotPtr now = session_.snapshot();
    if (!f || !now || !session_.current())
        return;
    const Assembly& a = now->folded->assembly;
    const std::string on = host.toStdString();
    const bool panel = f->ground == Ground::Panel;
    const int number = ++asked_;
    if (panel ? a.panel(on) < 0 : a.crease(on) < 0) {
        worker_.stop();
        const QString one = QString::fromStdString(oneOf(*f));
        return take({number,
                     {},
                     {},
                     host.isEmpty() ? QString()
                     : panel        ? tr("Point at a panel: %1 lies on one.").arg(one)
                                    : tr("Point at a fold: %1 stands on one.").arg(one)});
    }
    worker_.request([this, number, now, f, on, at](const Worker::Cancelled& cancelled) {
        Ghost g;
        g.number = number;
        auto placed = placedAt(now->folded->design, now->folded->assembly, *f, on, at);
        auto made = placed ? assemble(placed->first) : Result<Assembly>(placed.problem());
        if (made) {
            g.folded = std::make_shared<const Case>(placed->first, *made, &cancelled);
            g.id = QString::fromStdString(placed->second);
        } else {
            g.why = QString::fromStdString(inNames(now->folded->design, made.problem().text()));
        }
        if (!cancelled)
            QMetaObject::invokeMethod(this,
                                      [this, g] { afterAside(this, [this, g] { take(g); }); });
    });
}

void Placing::take(const Ghost& g) {
    if (g.number != asked_)
        return; // the pointer is elsewhere by now
    taken_ = g.number;
    ghost_ = g.folded;
    ghostId_ = g.id;
    why_ = g.why;
    emit ghostChanged();
    if (putting_)
        finish();
}

void Placing::put() {
    putting_ = true;
    if (taken_ == asked_)
        finish();
}

void Placing::finish() {
    putting_ = false;
    if (!ghost_)
        return session_.refuse(why_.isEmpty() ? tr("Point at the fold or panel it goes on.")
                                              : why_);
    const Design d = ghost_->design;
    const QString id = ghostId_;
    setTool(Tool::Select);
    session_.edit(d, tr("Add %1").arg(QString::fromStdString(sayOwner(d, id.toStdString()))));
    session_.selection().choose(id);
}

void Placing::glueAt(const QString& panel, const Vec2& at, std::optional<bool> face) {
    if (!session_.snapshot())
        return;
    const Case& c = *session_.snapshot()->folded;
    if (c.assembly.panel(panel.toStdString()) < 0)
        return;
    const auto called = [&](const QString& id) {
        return QString::fromStdString(sayThing(c, id.toStdString()));
    };
    if (picked_.isEmpty()) {
        if (!session_.design().part(ownerOf(panel.toStdString())))
            return session_.refuse(tr("%1 belongs to a structure, which places its own tabs; "
                                      "point at a tab or panel of a blank.")
                                       .arg(called(panel)));
        picked_ = panel;
        // By which side a tab is glued follows from the way it folds.
        const int held = c.assembly.panel(panel.toStdString());
        pickedFace_ = c.assembly.panels[size_t(held)].role == Role::Tab ? std::nullopt : face;
        session_.selection().choose(panel);
        emit toolChanged();
        return;
    }
    auto glued = aside([&] {
        return glueOnto(session_.design(), picked_.toStdString(), panel.toStdString(), at,
                        pickedFace_ ? std::optional<bool>(!*pickedFace_) : std::nullopt, face);
    });
    if (!glued)
        return session_.refuse(glued.problem());
    session_.edit(glued->first, tr("Glue %1 on %2").arg(called(picked_), called(panel)));
    setTool(Tool::Select);
}

} // namespace hl::app
