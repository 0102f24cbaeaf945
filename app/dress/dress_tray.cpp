#include "app/dress/dress_tray.h"
#include "app/dress/paper_list.h"
#include "app/dress/thing_list.h"
#include "app/inspect/rows.h"
#include "app/look/plain_tip.h"
#include "app/look/theme.h"
#include "app/session/aside.h"
#include "app/standing/dropped.h"
#include "app/standing/prints.h"
#include "core/assemble/assemble.h"
#include "core/edit/papers.h"
#include "core/files/atomic_save.h"
#include "core/structures/naming.h"
#include <QComboBox>
#include <QFileDialog>
#include <QInputDialog>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QMimeData>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>

namespace hl::app {
namespace {

constexpr int swatch = PaperList::swatch;

QLabel* heading(const QString& text) {
    auto* label = new QLabel(text);
    label->setProperty("heading", true);
    return label;
}

} // namespace

DressTray::DressTray(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setObjectName("dress-tray");
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 6, 0);
    column->setSpacing(6);

    column->addWidget(heading(tr("Papers")));
    search_ = new QLineEdit;
    search_->setObjectName("tray-search");
    search_->setPlaceholderText(tr("Search the tray"));
    search_->setAccessibleName(tr("Search the tray"));
    search_->setClearButtonEnabled(true);
    column->addWidget(search_);
    papers_ = new PaperList;
    papers_->setObjectName("tray-papers");
    papers_->setAccessibleName(tr("Papers"));
    papers_->setMinimumHeight(3 * (swatch + 12));
    papers_->setToolTip(tr("Drag a paper onto a panel, or select a panel or a structure and choose "
                           "its paper with a double click or Enter"));
    column->addWidget(papers_);
    auto* own = new QPushButton(tr("Picture of my own…"));
    own->setObjectName("tray-own");
    own->setToolTip(tr("A PNG, JPEG or SVG file as a paper of this design"));
    column->addWidget(own);
    connect(own, &QPushButton::clicked, this, &DressTray::takePicture);
    none_ = new QLabel;
    none_->setObjectName("tray-told");
    none_->setProperty("quiet", true);
    none_->setWordWrap(true);
    none_->setTextFormat(Qt::PlainText);
    column->addWidget(none_);

    column->addWidget(heading(tr("Shapes, words, film, thread")));
    things_ = new ThingList;
    things_->setObjectName("tray-things");
    things_->setAccessibleName(tr("Shapes, words, film and thread"));
    things_->setMinimumHeight(2 * (swatch + 8));
    things_->setToolTip(tr("Drag a shape onto a panel, or select a panel or a fold and choose with "
                           "a double click or Enter"));
    column->addWidget(things_);

    column->addWidget(heading(tr("Dress all")));
    scheme_ = new QComboBox;
    scheme_->setObjectName("tray-scheme");
    scheme_->setAccessibleName(tr("Scheme of papers"));
    for (const Scheme& s : schemes())
        scheme_->addItem(QString::fromUtf8(s.name), s.id);
    column->addWidget(scheme_);
    proposals_ = new QListWidget;
    proposals_->setObjectName("tray-proposals");
    proposals_->setAccessibleName(tr("What would be covered"));
    proposals_->setMinimumHeight(110);
    column->addWidget(proposals_);
    all_ = new QPushButton;
    all_->setObjectName("tray-dress-all");
    column->addWidget(all_);

    column->addWidget(heading(tr("Lies there")));
    dressed_ = new QListWidget;
    dressed_->setObjectName("tray-dressed");
    dressed_->setAccessibleName(tr("What is dressed where"));
    dressed_->setMinimumHeight(150);
    for (QListWidget* list : {proposals_, dressed_}) {
        list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
        list->setTextElideMode(Qt::ElideRight);
    }
    column->addWidget(dressed_);

    connect(search_, &QLineEdit::textChanged, this, &DressTray::filter);
    connect(papers_, &QListWidget::itemActivated, this,
            [this](QListWidgetItem* item) { pick(item->data(Qt::UserRole).toString()); });
    connect(things_, &QListWidget::itemActivated, this,
            [this](QListWidgetItem* item) { put(item->data(Qt::UserRole).toString()); });
    connect(scheme_, &QComboBox::currentIndexChanged, this, &DressTray::fillProposals);
    connect(all_, &QPushButton::clicked, this, &DressTray::dressAll);
    connect(proposals_, &QListWidget::itemChanged, this, &DressTray::sayHowMany);
    connect(proposals_, &QListWidget::itemSelectionChanged, this, [this] {
        if (auto* item = proposals_->currentItem(); item && proposals_->hasFocus())
            session_.selection().choose(item->data(Qt::UserRole).toString());
    });
    connect(dressed_, &QListWidget::itemSelectionChanged, this, [this] {
        if (auto* item = dressed_->currentItem(); item && dressed_->hasFocus())
            session_.selection().choose(item->data(Qt::UserRole).toString());
    });
    connect(&session_, &Session::snapshotChanged, this, [this] {
        if (isVisible() && session_.snapshot()->stage <= Snapshot::Folded)
            fillProposals();
    });
    connect(&session_, &Session::designChanged, this, [this] {
        if (!isVisible())
            return;
        fillPapers();
        fillDressed();
    });
    connect(&session_.selection(), &Selection::changed, this, [this] {
        if (!isVisible())
            return;
        const auto panels = selectedPanels();
        none_->setText(panels.empty() ? tr("Select a panel or a structure, then choose its paper.")
                       : panels.size() == 1
                           ? tr("For the %1.").arg(q(placeName(session_.design(), panels.front())))
                           : tr("For %1 panels.").arg(panels.size()));
    });
}

// A paper printed with a file of the maker's, as wide as it really is.
void DressTray::takePicture() {
    const QString path = QFileDialog::getOpenFileName(this, tr("Picture of my own"), {},
                                                      tr("Pictures (*.png *.jpg *.jpeg *.svg)"));
    if (path.isEmpty())
        return;
    const auto bytes = readFile(path.toStdString());
    if (!bytes) {
        session_.refuse(bytes.problem());
        return;
    }
    auto [d, id] = addPaper(session_.design(), session_.design().card.stock);
    auto printed = printWith(d, id, path.toStdString(), *bytes);
    if (!printed) {
        session_.refuse(printed.problem());
        return;
    }
    Stock& s = printed->stocks.back();
    s.name = QFileInfo(path).completeBaseName().left(60).toStdString();
    bool given = false;
    const QString wide = QInputDialog::getText(
        this, tr("Picture of my own"), tr("How wide is it really?"), QLineEdit::Normal,
        q(exactText(Measure::fromMm(std::round(printOf(*printed, s).width * 10) / 10),
                    printed->units)),
        &given);
    if (!given)
        return;
    const auto width = parseLength(wide.toStdString(), printed->units);
    if (!width || width->measure.mm() < 1 || width->measure.mm() > 1000) {
        session_.refuse(width ? tr("A picture is 1 mm to 1000 mm wide.")
                              : q(width.problem().text()));
        return;
    }
    s.repeat = width->measure;
    session_.edit(*printed, tr("Take in %1").arg(q(s.name)));
}

void DressTray::showEvent(QShowEvent* e) {
    QWidget::showEvent(e);
    fillPapers();
    fillProposals();
    fillDressed();
    session_.selection().repeat();
}

// The design's own papers, then those that ship and are not among them.
void DressTray::fillPapers() {
    papers_->clear();
    auto add = [this](const std::string& id, const std::string& name, const Print& print) {
        auto* item = new QListWidgetItem(PaperList::iconOf(print), QString());
        item->setData(Qt::UserRole, q(id));
        item->setData(Qt::UserRole + 1, q(name + " " + id));
        item->setToolTip(plainTip(q(name)));
        item->setData(Qt::AccessibleTextRole, q(name));
        papers_->addItem(item);
    };
    for (const Stock& s : session_.design().stocks)
        add(s.id, s.name, printOf(session_.design(), s));
    for (const Tile& t : tiles()) {
        const bool there =
            std::any_of(session_.design().stocks.begin(), session_.design().stocks.end(),
                        [&](const Stock& s) { return s.pattern == t.id; });
        if (there)
            continue;
        Stock s;
        s.pattern = t.id;
        s.face = t.face;
        add(t.id, t.name, printOf(session_.design(), s));
    }
    filter(search_->text());
}

void DressTray::filter(const QString& text) {
    const QString wanted = text.simplified();
    for (QListWidget* list : {papers_, things_})
        for (int i = 0; i < list->count(); ++i)
            list->item(i)->setHidden(!list->item(i)
                                          ->data(Qt::UserRole + 1)
                                          .toString()
                                          .contains(wanted, Qt::CaseInsensitive));
}

void DressTray::fillProposals() {
    if (!session_.snapshot() || !isVisible())
        return;
    const Case& c = *session_.snapshot()->folded;
    const Scheme& s = *scheme(scheme_->currentData().toString().toStdString());
    proposed_ = aside([&] { return proposalsFor(c, s); });
    const QSignalBlocker quiet(proposals_);
    proposals_->clear();
    for (const Proposal& p : proposed_) {
        auto* item = new QListWidgetItem(
            tr("%1: %2").arg(q(placeName(c.design, p.panel)), q(tile(p.pattern)->name)));
        item->setToolTip(plainTip(item->text()));
        item->setData(Qt::UserRole, q(p.panel));
        item->setFlags(item->flags() | Qt::ItemIsUserCheckable);
        item->setCheckState(Qt::Checked);
        proposals_->addItem(item);
    }
    sayHowMany();
}

void DressTray::sayHowMany() {
    int ticked = 0;
    for (int i = 0; i < proposals_->count(); ++i)
        ticked += proposals_->item(i)->checkState() == Qt::Checked;
    all_->setText(proposed_.empty() ? tr("All that shows is dressed")
                  : ticked == 1     ? tr("Dress one panel")
                                    : tr("Dress %1 panels").arg(ticked));
    all_->setEnabled(ticked > 0);
    proposals_->setVisible(!proposed_.empty());
}

void DressTray::fillDressed() {
    const QString chosen = session_.selection().chosen();
    const QSignalBlocker quiet(dressed_);
    dressed_->clear();
    for (const StructureSpec& s : session_.design().structures) {
        if (!familyOf(s).adorns)
            continue;
        auto* item = new QListWidgetItem(tr("%1: %2").arg(
            q(callName(session_.design(), s)), q(session_.design().paper(s.stock).name)));
        item->setToolTip(plainTip(item->text()));
        item->setData(Qt::UserRole, q(s.id));
        dressed_->addItem(item);
        if (q(s.id) == chosen)
            dressed_->setCurrentItem(item);
    }
}

std::vector<std::string> DressTray::selectedPanels() const {
    if (!session_.snapshot())
        return {};
    const Case& c = *session_.snapshot()->folded;
    const std::string id = session_.selection().chosen().toStdString();
    const int panel = c.assembly.panel(id);
    if (panel >= 0) {
        int on = panel;
        while (c.assembly.panels[size_t(on)].rides >= 0)
            on = c.assembly.panels[size_t(on)].rides;
        return {c.assembly.panels[size_t(on)].id};
    }
    // A mat by its structure: the panel that it lies on. Any other structure: all of it that shows.
    std::vector<std::string> out;
    for (const Panel& p : c.assembly.panels)
        if (p.rides >= 0 && ownerOf(p.id) == id) {
            int on = p.rides;
            while (c.assembly.panels[size_t(on)].rides >= 0)
                on = c.assembly.panels[size_t(on)].rides;
            return {c.assembly.panels[size_t(on)].id};
        }
    constexpr double shows = 0.12;
    for (const Visible& v : visibleIn(c)) {
        const Panel& p = c.assembly.panels[size_t(v.panel)];
        if (!id.empty() && id != "card" && ownerOf(p.id) == id && v.part > shows)
            out.push_back(p.id);
    }
    return out;
}

void DressTray::pick(const QString& paper) {
    const auto panels = selectedPanels();
    if (panels.empty()) {
        session_.refuse(tr("Select a panel or a structure in the picture first."));
        return;
    }
    layPaper(session_, paper.toStdString(), panels);
}

void DressTray::put(const QString& thing) {
    const std::string chosen = session_.selection().chosen().toStdString();
    const bool fold =
        session_.snapshot() && session_.snapshot()->folded->assembly.crease(chosen) >= 0;
    const auto panels = selectedPanels();
    putThing(session_, thing, fold || panels.empty() ? chosen : panels.front());
}

void DressTray::remember() {
    const auto panels = selectedPanels();
    if (panels.empty()) {
        session_.refuse(tr("Select a panel in the picture first."));
        return;
    }
    remembered_ = panels.front();
    none_->setText(tr("The %1 is kept in mind: select others and dress them alike.")
                       .arg(q(placeName(session_.design(), remembered_))));
}

void DressTray::alike() {
    const auto panels = selectedPanels();
    if (remembered_.empty() || panels.empty()) {
        session_.refuse(remembered_.empty() ? tr("Keep the dressing of a panel in mind first.")
                                            : tr("Select a panel in the picture first."));
        return;
    }
    Design d = session_.design();
    for (const std::string& panel : panels) {
        auto next = aside([&] { return dressLike(d, panel, remembered_); });
        if (!next) {
            session_.refuse(next.problem());
            return;
        }
        d = *next;
    }
    session_.edit(d, tr("Dress like the %1").arg(q(placeName(d, remembered_))));
}

void DressTray::dressAll() {
    std::vector<Proposal> taken;
    for (int i = 0; i < proposals_->count() && size_t(i) < proposed_.size(); ++i)
        if (proposals_->item(i)->checkState() == Qt::Checked)
            taken.push_back(proposed_[size_t(i)]);
    if (taken.empty())
        return;
    session_.edit(aside([&] { return dressed(session_.design(), taken); }), tr("Dress all"));
}

void DressTray::undressAll() {
    const Design bare = undressed(session_.design());
    if (!(bare == session_.design()))
        session_.edit(bare, tr("Take all mats off"));
}

} // namespace hl::app
