#include "app/prove/prove_view.h"
#include "app/look/flow_layout.h"
#include "app/look/parts.h"
#include "app/look/picture_view.h"
#include "app/look/theme.h"
#include "core/report/pictures.h"
#include <QButtonGroup>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QSlider>
#include <QSplitter>
#include <QStackedWidget>
#include <QVBoxLayout>
#include <algorithm>
#include <cmath>

namespace hl::app {

ProveView::ProveView(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setObjectName("prove-view");
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    FlowLayout* row = nullptr;
    QFrame* top = bar(row);
    row->addWidget(barTitle(tr("Over the opening")));
    row->addSpring();
    auto* group = new QButtonGroup(this);
    const struct {
        const char *id, *text, *tip;
    } turns[] = {{"profile", QT_TR_NOOP("Side profile"), QT_TR_NOOP("Cut across the spine")},
                 {"closed", QT_TR_NOOP("Closed card"), QT_TR_NOOP("How thick it is where")},
                 {"facts", QT_TR_NOOP("Figures"), QT_TR_NOOP("Size, mass, stance, tolerance")}};
    for (auto& t : turns) {
        auto* b = new QPushButton(tr(t.text));
        b->setObjectName(QString("prove-") + t.id);
        b->setToolTip(tr(t.tip));
        b->setCheckable(true);
        group->addButton(b, int(turns_.size()));
        turns_.push_back(b);
        row->addWidget(b);
    }
    connect(group, &QButtonGroup::idClicked, this, [this](int id) { turnTo(Side(id)); });
    auto button = [&](const char* id, const QString& text, const QString& tip, auto signal) {
        auto* b = new QPushButton(text);
        b->setObjectName(id);
        b->setToolTip(tip);
        connect(b, &QPushButton::clicked, this, signal);
        row->addWidget(b);
    };
    button("prove-ask", tr("Ask…"), tr("How large, how close, how small can it be?"),
           &ProveView::asked);
    button("prove-report", tr("Report…"), tr("The proof with its pictures, as HTML or PDF"),
           &ProveView::reportWanted);
    button("prove-workshop", tr("Workshop…"), tr("Your ruler, your usual errors, the local post"),
           &ProveView::workshopWanted);
    column->addWidget(top);

    chart_ = new PictureView;
    chart_->setObjectName("prove-chart");
    profile_ = new PictureView;
    profile_->setObjectName("prove-profile");
    map_ = new PictureView;
    map_->setObjectName("prove-map");
    auto* cut = new QWidget;
    auto* cutColumn = new QVBoxLayout(cut);
    cutColumn->setContentsMargins(0, 0, 0, 0);
    cutColumn->setSpacing(0);
    cutColumn->addWidget(profile_, 1);
    auto* cutRow = new QHBoxLayout;
    cutRow->setContentsMargins(10, 2, 10, 4);
    section_ = new QLabel;
    section_->setProperty("quiet", true);
    section_->setMinimumWidth(section_->fontMetrics().horizontalAdvance("cut at 1000.0 mm"));
    slider_ = new QSlider(Qt::Horizontal);
    slider_->setObjectName("prove-section");
    slider_->setAccessibleName(tr("Where the card is cut, along the spine"));
    slider_->setRange(0, 400);
    slider_->setValue(200);
    cutRow->setSpacing(10);
    cutRow->addWidget(slider_, 1);
    cutRow->addWidget(section_);
    cutColumn->addLayout(cutRow);
    facts_ = new QLabel;
    facts_->setProperty("rich", true); // made here, with what comes from files escaped
    facts_->setObjectName("prove-facts");
    facts_->setWordWrap(true);
    facts_->setAlignment(Qt::AlignTop);
    facts_->setMargin(10);
    facts_->setTextInteractionFlags(Qt::TextSelectableByMouse);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setWidget(facts_);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    sides_ = new QStackedWidget;
    sides_->addWidget(cut);
    sides_->addWidget(map_);
    sides_->addWidget(scroll);
    auto* across = new QSplitter(Qt::Horizontal);
    across->setHandleWidth(1);
    across->setChildrenCollapsible(false);
    across->addWidget(chart_);
    across->addWidget(sides_);
    across->setSizes({400, 316});
    column->addWidget(across, 1);

    auto all = [this] {
        drawChart();
        drawSide();
    };
    connect(&session_, &Session::snapshotChanged, this, all);
    connect(&session_, &Session::openingChanged, this, all);
    connect(slider_, &QSlider::valueChanged, this, [this] { drawSide(); });
    // The section goes through the place of a finding that is shown.
    connect(&session_.selection(), &Selection::findingShown, this, [this] {
        if (const Finding* f = session_.selection().finding(); f && f->where)
            slider_->setValue(int(std::lround(f->where->y() / length() * slider_->maximum())));
    });
    connect(chart_, &PictureView::resized, this, [this] { drawChart(); });
    connect(profile_, &PictureView::resized, this, [this] { drawSide(); });
    connect(map_, &PictureView::resized, this, [this] { drawSide(); });
    // The chart is also a way to turn to an opening.
    connect(chart_, &PictureView::pressed, this, [this](const QPointF& at) {
        const SnapshotPtr s = session_.snapshot();
        if (!s || s->curves.openings.size() < 2)
            return;
        const double from = s->curves.openings.front(), to = s->curves.openings.back();
        const double left = 25, right = chart_->picture().width - 15;
        session_.setOpening(from +
                            (to - from) * std::clamp((at.x() - left) / (right - left), 0.0, 1.0));
    });
    turnTo(Profile);
}

void ProveView::turnTo(Side side) {
    turns_[size_t(side)]->setChecked(true);
    sides_->setCurrentIndex(side);
    drawSide();
}

double ProveView::length() const {
    const CardSpec& card = session_.design().card;
    return (card.spine == SpineSide::Left ? card.height : card.width).mm();
}

void ProveView::drawChart() {
    const SnapshotPtr s = session_.snapshot();
    if (!isVisible() || !s)
        return;
    const QSizeF room = chart_->room();
    chart_->show(chartOf(*s->folded, s->curves, s->findings, session_.opening(),
                         std::max(70.0, room.width()), std::max(50.0, room.height())));
}

void ProveView::drawSide() {
    const SnapshotPtr s = session_.snapshot();
    if (!isVisible() || !s)
        return;
    if (sides_->currentIndex() == Profile) {
        const double at = length() * slider_->value() / slider_->maximum();
        const QSizeF room = profile_->room();
        profile_->show(profileOf(*s->folded, session_.opening(), at, std::max(60.0, room.width()),
                                 std::max(45.0, room.height())));
        section_->setText(
            tr("cut at %1").arg(QString::fromStdString(sayLength(at, session_.design().units))));
    } else if (sides_->currentIndex() == Closed) {
        if (s->evidence) {
            const QSizeF room = map_->room();
            map_->show(
                mapOf(*s->evidence, std::max(60.0, room.width()), std::max(45.0, room.height())));
        }
    } else {
        QString text;
        for (const Fact& f : s->facts)
            text += "<p style='margin:0 0 6px 0'>" +
                    QString::fromStdString(f.text).toHtmlEscaped() + "</p>";
        facts_->setText(text.isEmpty() ? tr("Still measuring.") : text);
    }
}

} // namespace hl::app
