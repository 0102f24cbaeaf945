// The measures of drawn things: the size of a blank, its creases and slits by their ends, its tabs
// and what holds them. Everything that can be drawn with the pointer can be typed here.
#include "app/look/theme.h"
#include "app/panels/measure_field.h"
#include "app/panels/measures_panel.h"
#include "core/assemble/assemble.h"
#include "core/edit/draw.h"
#include "core/measure/place.h"
#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QToolButton>
#include <QVBoxLayout>

namespace hl {
namespace {

QString q(const std::string& s) { return QString::fromStdString(s); }

LineSpec* lineIn(Design& d, const std::string& owner, const std::string& line) {
    if (auto* lines = d.linesOf(owner))
        for (LineSpec& l : *lines)
            if (l.id == line)
                return &l;
    return nullptr;
}

TabSpec* tabIn(Design& d, const std::string& part, const std::string& tab) {
    if (FreePart* p = d.part(part))
        for (TabSpec& t : p->tabs)
            if (t.id == tab)
                return &t;
    return nullptr;
}

JoinSpec* joinOf(Design& d, const std::string& panel) {
    for (JoinSpec& j : d.joins)
        if (j.panel == panel)
            return &j;
    return nullptr;
}

QToolButton* removeButton(const QString& id) {
    auto* b = new QToolButton;
    b->setIcon(icon("remove"));
    b->setIconSize({16, 16});
    b->setObjectName("remove-" + id);
    b->setAccessibleName(QObject::tr("Remove %1").arg(id));
    b->setToolTip(b->accessibleName());
    return b;
}

} // namespace

QString MeasuresPanel::shapeOf(const std::string& owner) const {
    Design d = session_.design();
    QString shape;
    if (auto* lines = d.linesOf(owner.empty() ? "card" : owner))
        for (auto& l : *lines)
            shape += q(l.id) + QString::number(l.points.size()) + ' ';
    if (const FreePart* p = d.part(owner)) {
        shape += QString::number(p->outline.size());
        for (auto& t : p->tabs)
            shape += q(t.id) + ' ';
        for (auto& j : d.joins)
            if (ownerOf(j.panel) == owner)
                shape += q(j.panel) + '>' + q(j.onto) + QString::number(int(j.kind)) + ' ';
    }
    return shape;
}

void MeasuresPanel::addDrawn(const QString& object, const QString& label, const QString& tip,
                             const std::function<Measure*(Design&)>& find, bool place) {
    auto* field = addMeasure(object, label, tip);
    if (place)
        field->allowNegative();
    connect(field, &MeasureField::entered, this, [this, field, find, label](const QString& text) {
        Design d = session_.design();
        Measure* m = find(d);
        if (!m || text == "auto")
            return refresh();
        auto parsed = parsePlace(text.toStdString(), m->quantity, d.units);
        if (!parsed)
            return field->refuse(q(parsed.problem().text()));
        *m = *parsed;
        auto made = assemble(d);
        if (!made)
            return field->refuse(q(made.problem().text()));
        session_.edit(d, tr("Change %1").arg(label.toLower()));
        refresh();
    });
    refreshers_.push_back([this, field, find] {
        Design d = session_.design();
        if (const Measure* m = find(d))
            field->show(*m, d.units, session_.finest(), false);
    });
}

QWidget*
MeasuresPanel::buttonRow(const std::vector<std::pair<QString, std::function<void()>>>& buttons) {
    auto* row = new QWidget;
    auto* across = new QHBoxLayout(row);
    across->setContentsMargins(0, 0, 0, 0);
    across->setSpacing(4);
    for (auto& [text, act] : buttons) {
        auto* b = new QPushButton(text);
        b->setObjectName("drawn-" + QString(text).toLower().replace(' ', '-'));
        connect(b, &QPushButton::clicked, this, act);
        across->addWidget(b);
        fields_.push_back(b);
    }
    rows_->addWidget(row);
    return row;
}

void MeasuresPanel::addLines(const std::string& owner) {
    // A new line crosses the middle of its blank, ready to be moved.
    auto add = [this, owner](LineKind kind) {
        const Design& d = session_.design();
        Vec2 from(0, 0), to(0, 0);
        if (const FreePart* p = d.part(owner)) {
            from = Vec2(p->width.mm() / 2, 0);
            to = Vec2(p->width.mm() / 2, p->height.mm());
        } else { // across the spine, at a third of it
            const double length =
                d.card.spine == SpineSide::Left ? d.card.height.mm() : d.card.width.mm();
            const double place = std::round(length * (0.3 + 0.1 * double(d.card.lines.size() % 5)));
            from = Vec2(-25, place);
            to = Vec2(25, place);
        }
        auto added = addLine(d, owner, kind, from, to);
        if (!added) {
            emit session_.refused(q(added.problem().text()));
            return;
        }
        session_.edit(added->first, tr("Add a line"));
        session_.select(q(added->second));
    };
    Design now = session_.design();
    for (const LineSpec& l : *now.linesOf(owner)) {
        const std::string id = l.id;
        auto* head = new QWidget;
        auto* across = new QHBoxLayout(head);
        across->setContentsMargins(0, 4, 0, 0);
        auto* kind = new QComboBox;
        kind->setObjectName("kind-" + q(id));
        kind->addItems({tr("valley"), tr("mountain"), tr("slit")});
        kind->setAccessibleName(tr("Kind of %1").arg(q(id)));
        auto* remove = removeButton(q(id));
        auto* label = new QLabel(q(id));
        label->setMinimumWidth(40);
        across->addWidget(label, 1);
        across->addWidget(kind);
        across->addWidget(remove);
        rows_->addWidget(head);
        fields_.push_back(kind);
        fields_.push_back(remove);
        connect(kind, &QComboBox::activated, this, [this, owner, id](int i) {
            Design d = session_.design();
            if (LineSpec* line = lineIn(d, owner, id)) {
                line->kind = LineKind(i);
                session_.edit(assemble(d) ? Result<Design>(d)
                                          : Result<Design>(assemble(d).problem()),
                              tr("Change the kind of %1").arg(q(id)));
            }
        });
        connect(remove, &QToolButton::clicked, this, [this, owner, id] {
            session_.edit(removeDrawn(session_.design(), owner + "." + id),
                          tr("Remove %1").arg(q(id)));
        });
        refreshers_.push_back([this, kind, owner, id] {
            Design d = session_.design();
            if (const LineSpec* line = lineIn(d, owner, id))
                kind->setCurrentIndex(int(line->kind));
        });
        for (size_t i = 0; i < l.points.size(); ++i)
            for (bool x : {true, false})
                addDrawn(
                    QString("%1-%2%3").arg(q(id)).arg(x ? 'x' : 'y').arg(i + 1),
                    tr("%1 %2").arg(x ? tr("across") : tr("up")).arg(i + 1),
                    tr("Of point %1, from the lower left corner of the blank or the start of "
                       "the spine")
                        .arg(i + 1),
                    [owner, id, i, x](Design& d) -> Measure* {
                        LineSpec* line = lineIn(d, owner, id);
                        if (!line || i >= line->points.size())
                            return nullptr;
                        return x ? &line->points[i].x : &line->points[i].y;
                    },
                    true);
    }
    buttonRow({{tr("Valley"), [add] { add(LineKind::Valley); }},
               {tr("Mountain"), [add] { add(LineKind::Mountain); }},
               {tr("Slit"), [add] { add(LineKind::Slit); }}});
    if (owner == "card" && !now.card.lines.empty())
        buttonRow(
            {{now.card.smooth.empty() ? tr("Smooth the spine") : tr("Fold the spine"), [this] {
                  session_.edit(smoothSpine(session_.design()),
                                tr("Smooth the spine between slits"));
              }}});
}

void MeasuresPanel::addTabs(const std::string& part) {
    Design now = session_.design();
    for (const TabSpec& t : now.part(part)->tabs) {
        const std::string id = t.id, panel = part + "." + id;
        auto* head = new QWidget;
        auto* across = new QHBoxLayout(head);
        across->setContentsMargins(0, 4, 0, 0);
        auto* fold = new QComboBox;
        fold->setObjectName("fold-" + q(id));
        fold->addItems({tr("valley"), tr("mountain")});
        fold->setAccessibleName(tr("Fold of %1").arg(q(id)));
        auto* remove = removeButton(q(id));
        across->addWidget(new QLabel(tr("%1 on edge %2").arg(q(id)).arg(t.edge)), 1);
        across->addWidget(fold);
        across->addWidget(remove);
        rows_->addWidget(head);
        fields_.push_back(fold);
        fields_.push_back(remove);
        connect(fold, &QComboBox::activated, this, [this, part, id](int i) {
            Design d = session_.design();
            if (TabSpec* tab = tabIn(d, part, id)) {
                tab->fold = Fold(i);
                session_.edit(d, tr("Fold %1 the other way").arg(q(id)));
            }
        });
        connect(remove, &QToolButton::clicked, this, [this, panel] {
            session_.edit(removeDrawn(session_.design(), panel), tr("Remove %1").arg(q(panel)));
        });
        refreshers_.push_back([this, fold, part, id] {
            Design d = session_.design();
            if (const TabSpec* tab = tabIn(d, part, id))
                fold->setCurrentIndex(int(tab->fold));
        });
        addDrawn(
            q(id) + "-depth", tr("Depth"), tr("Of the tab, from its crease"),
            [part, id](Design& d) -> Measure* {
                TabSpec* tab = tabIn(d, part, id);
                return tab ? &tab->depth : nullptr;
            },
            false);
        addJoin(panel);
    }
    buttonRow({{tr("Tab"), [this, part] {
                    // On the first edge that has none.
                    const FreePart* p = session_.design().part(part);
                    const double w = p->width.mm(), h = p->height.mm();
                    for (const Vec2& at :
                         {Vec2(w / 2, 0), Vec2(w, h / 2), Vec2(w / 2, h), Vec2(0, h / 2)})
                        if (auto added = addTab(session_.design(), part, at)) {
                            session_.edit(added->first, tr("Add a tab"));
                            session_.select(q(added->second));
                            return;
                        }
                    emit session_.refused(tr("Every edge of %1 has a tab or a crease in the way; "
                                             "press on the stretch of an edge with the tab tool.")
                                              .arg(q(part)));
                }}});
}

void MeasuresPanel::addJoin(const std::string& panel) {
    auto* onto = new QComboBox;
    onto->setObjectName("onto-" + q(panel));
    addRow(tr("Glued on"), onto, tr("The panel it is glued on; point at it with the gluing tool"));
    connect(onto, &QComboBox::activated, this, [this, onto, panel](int i) {
        const Design& d = session_.design();
        Design copy = d;
        const JoinSpec* join = joinOf(copy, panel);
        if (i == 0) {
            if (join)
                session_.edit(removeDrawn(d, join->id), tr("Take %1 off").arg(q(panel)));
            return;
        }
        auto made = assemble(d);
        const std::string landing = onto->currentText().toStdString();
        const int index = made ? made->panel(landing) : -1;
        if (index < 0)
            return;
        Vec2 middle(0, 0);
        for (const Vec2& p : made->panels[index].outline)
            middle += p / double(made->panels[index].outline.size());
        auto glued = glueOnto(d, panel, landing, middle);
        if (!glued) {
            emit session_.refused(q(glued.problem().text()));
            return refresh();
        }
        session_.edit(glued->first, tr("Glue %1 on %2").arg(q(panel), q(landing)));
    });
    refreshers_.push_back([this, onto, panel] {
        Design d = session_.design();
        const JoinSpec* join = joinOf(d, panel);
        onto->clear();
        onto->addItem(tr("nothing"));
        if (session_.snapshot())
            for (const Panel& p : session_.snapshot()->folded->assembly.panels)
                if (ownerOf(p.id) != ownerOf(panel) && p.role != Role::Tab)
                    onto->addItem(q(p.id));
        onto->setCurrentIndex(join ? std::max(0, onto->findText(q(join->onto))) : 0);
    });
    Design now = session_.design();
    if (!joinOf(now, panel))
        return;
    const struct {
        const char *id, *label, *tip;
    } rows[] = {{"x", QT_TR_NOOP("at, across"), QT_TR_NOOP("Where the tab's crease starts there")},
                {"y", QT_TR_NOOP("at, up"), QT_TR_NOOP("Where the tab's crease starts there")},
                {"turn", QT_TR_NOOP("at an angle"), QT_TR_NOOP("How its crease runs there")}};
    for (int i = 0; i < 3; ++i)
        addDrawn(
            QString("%1-%2").arg(q(panel).section('.', 1), rows[i].id), tr(rows[i].label),
            tr(rows[i].tip),
            [panel, i](Design& d) -> Measure* {
                JoinSpec* j = joinOf(d, panel);
                return !j ? nullptr : i == 0 ? &j->at.x : i == 1 ? &j->at.y : &j->turn;
            },
            true);
}

void MeasuresPanel::buildPart(const FreePart& part) {
    const std::string id = part.id;
    addHeading(tr("Blank  %1").arg(q(id)));
    auto* hint = new QLabel(tr("Draw on it in the flat view: creases and slits from point to "
                               "point, tabs on its edges; then glue a tab to a panel."));
    hint->setProperty("quiet", true);
    hint->setWordWrap(true);
    hint->setMinimumWidth(40);
    rows_->addWidget(hint);
    auto* name = new QLineEdit;
    name->setObjectName("part-name");
    name->setPlaceholderText(q(id));
    addRow(tr("Name"), name);
    connect(name, &QLineEdit::editingFinished, this, [this, name, id] {
        Design d = session_.design();
        if (FreePart* p = d.part(id)) {
            p->name = name->text().left(100).toStdString();
            session_.edit(d, tr("Rename %1").arg(q(id)));
        }
    });
    auto* stock = new QComboBox;
    stock->setObjectName("part-stock");
    addRow(tr("Paper"), stock);
    connect(stock, &QComboBox::activated, this, [this, stock, id](int i) {
        Design d = session_.design();
        d.part(id)->stock = i == 0 ? "" : d.stocks[size_t(i) - 1].id;
        session_.edit(d, tr("Change the paper of %1").arg(q(id)));
    });
    refreshers_.push_back([this, name, stock, id] {
        const Design& d = session_.design();
        const FreePart* p = d.part(id);
        if (!p)
            return;
        if (!name->hasFocus())
            name->setText(q(p->name));
        stock->clear();
        stock->addItem(tr("as the card"));
        for (size_t i = 0; i < d.stocks.size(); ++i) {
            stock->addItem(q(d.stocks[i].name));
            if (d.stocks[i].id == p->stock)
                stock->setCurrentIndex(int(i) + 1);
        }
    });
    if (part.outline.empty())
        for (bool width : {true, false}) {
            auto* field = addMeasure(width ? "blank-width" : "blank-height",
                                     width ? tr("Width") : tr("Height"),
                                     tr("What is drawn to its far edges stays there"));
            connect(field, &MeasureField::entered, this,
                    [this, field, id, width](const QString& t) {
                        const Design& d = session_.design();
                        auto parsed = parseLength(t.toStdString(), d.units);
                        if (!parsed)
                            return field->refuse(q(parsed.problem().text()));
                        const FreePart* p = d.part(id);
                        auto next = resizeBlank(d, id, width ? parsed->measure : p->width,
                                                width ? p->height : parsed->measure);
                        if (!next)
                            return field->refuse(q(next.problem().text()));
                        session_.edit(*next, tr("Change the size of %1").arg(q(id)));
                        refresh();
                    });
            refreshers_.push_back([this, field, id, width] {
                const Design& d = session_.design();
                if (const FreePart* p = d.part(id))
                    field->show(width ? p->width : p->height, d.units, session_.finest(), false);
            });
        }
    rows_->addSpacing(6);
    addHeading(tr("Creases and slits"));
    addLines(id);
    rows_->addSpacing(6);
    addHeading(tr("Tabs"));
    addTabs(id);
}

} // namespace hl
