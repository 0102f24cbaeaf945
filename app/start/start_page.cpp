#include "app/start/start_page.h"
#include "app/look/theme.h"
#include "app/session/aside.h"
#include "app/start/card_button.h"
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/files/hlantern.h"
#include <QComboBox>
#include <QCoreApplication>
#include <QDir>
#include <QFileInfo>
#include <QGridLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QMouseEvent>
#include <QPushButton>
#include <QScrollArea>
#include <QSettings>
#include <QVBoxLayout>
#include <algorithm>

namespace hl::app {
namespace {

constexpr int mostRecent = 8, mostColumns = 3;

// A frame with a live picture and the design's title; opens it when clicked or by key. It is there
// at once and filled in as soon as the design is read and folded.
class DemoCard : public CardButton {
  public:
    DemoCard(const QString& path, std::function<void()> openIt)
        : CardButton(std::move(openIt)), title_(new QLabel(QFileInfo(path).completeBaseName())),
          size_(new QLabel) {
        setObjectName("demo-" + QFileInfo(path).completeBaseName());
        auto* column = this->column();
        column->setContentsMargins(8, 8, 8, 10);
        title_->setProperty("heading", true);
        size_->setProperty("quiet", true);
        for (QLabel* label : {title_, size_}) {
            label->setAlignment(Qt::AlignHCenter);
            label->setWordWrap(true);
            column->addWidget(label);
        }
        setFixedHeight(190 + 2 * title_->fontMetrics().lineSpacing());
        setAccessibleName(QObject::tr("Open %1").arg(title_->text()));
        foldLater(
            this,
            [file = path.toStdString()]() -> std::shared_ptr<const Case> {
                auto design = loadDesign(file);
                return design ? std::make_shared<const Case>(*design, *assemble(*design)) : nullptr;
            },
            [this](PicturedPtr p) { fill(std::move(p)); });
    }

  private:
    void fill(PicturedPtr p) {
        if (!p)
            return title_->setText(QObject::tr("%1 cannot be read").arg(title_->text()));
        const Design& d = p->folded->design;
        const QString title = QString::fromStdString(d.title);
        title_->setText(title);
        size_->setText(QObject::tr("%1 × %2, %3")
                           .arg(QString::fromStdString(exactText(d.card.width, d.units)),
                                QString::fromStdString(exactText(d.card.height, d.units)),
                                d.card.spine == SpineSide::Top ? QObject::tr("top fold")
                                                               : QObject::tr("side fold")));
        setAccessibleName(QObject::tr("Open %1").arg(title));
        show(std::move(p));
    }
    QLabel *title_, *size_;
};

QLabel* heading(const QString& text, double points) {
    auto* l = new QLabel(text);
    l->setFont(headingFont(points));
    l->setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    return l;
}

void clear(QLayout* layout) {
    while (QLayoutItem* item = layout->takeAt(0)) {
        delete item->widget();
        delete item;
    }
}

} // namespace

QString demoFolder() {
    const QDir program(QCoreApplication::applicationDirPath());
    for (const char* place :
         {"../../demo/quillmere", "../demo/quillmere", "../share/hinge-lantern/demo/quillmere"})
        if (program.exists(place))
            return QDir::cleanPath(program.filePath(place));
    return {};
}

QStringList recentFiles() { return QSettings().value("recent").toStringList(); }

void rememberRecent(const QString& path) {
    QStringList files = recentFiles();
    files.removeAll(path);
    files.prepend(path);
    QSettings().setValue("recent", files.mid(0, mostRecent));
}

StartPage::StartPage(QWidget* parent) : QWidget(parent) {
    setObjectName("start-page");
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setFocusPolicy(Qt::NoFocus);
    outer->addWidget(scroll);
    auto* page = new QWidget;
    scroll->setWidget(page);
    auto* across = new QHBoxLayout(page);
    across->setContentsMargins(32, 24, 32, 24);
    across->setSpacing(36);

    auto* left = new QVBoxLayout;
    left->setSpacing(8);
    auto* brand = new QHBoxLayout;
    auto* lantern = new QLabel;
    lantern->setPixmap(iconPixmap("lantern", 40, theme().accent, devicePixelRatioF()));
    brand->addWidget(lantern);
    brand->addWidget(heading("Hinge Lantern", 24), 1);
    left->addLayout(brand);
    auto* line = new QLabel(tr("Fold it, prove it, then cut it."));
    line->setProperty("quiet", true);
    left->addWidget(line);
    left->addSpacing(18);
    left->addWidget(heading(tr("New card"), 14));
    auto* hint = new QLabel(tr("Closed size, as it goes into the envelope:"));
    hint->setWordWrap(true);
    hint->setProperty("quiet", true);
    left->addWidget(hint);
    auto* sizes = new QGridLayout;
    sizes->setSpacing(6);
    const char* const presets[] = {"5 x 7 in",   "4 1/4 x 5 1/2 in", "6 x 6 in",
                                   "14 x 14 cm", "105 x 148 mm",     "3 1/2 x 8 1/2 in"};
    size_ = new QLineEdit(presets[0]);
    size_->setObjectName("new-size");
    size_->setAccessibleName(tr("Closed size"));
    for (int i = 0; i < 6; ++i) {
        auto* b = new QPushButton(presets[i]);
        connect(b, &QPushButton::clicked, this,
                [this, text = QString(presets[i])] { size_->setText(text); });
        sizes->addWidget(b, i / 2, i % 2);
    }
    left->addLayout(sizes);
    left->addWidget(size_);
    spine_ = new QComboBox;
    spine_->setObjectName("new-spine");
    spine_->addItems({tr("spine left: a side fold"), tr("spine at the top: a top fold")});
    left->addWidget(spine_);
    auto* go = new QPushButton(tr("Start this card"));
    go->setObjectName("new-card");
    go->setProperty("primary", true);
    left->addWidget(go);
    refusal_ = new QLabel;
    refusal_->setWordWrap(true);
    refusal_->setProperty("wrong", true);
    refusal_->hide();
    left->addWidget(refusal_);
    connect(go, &QPushButton::clicked, this, &StartPage::start);
    connect(size_, &QLineEdit::returnPressed, this, &StartPage::start);
    left->addSpacing(18);
    left->addWidget(heading(tr("Lately open"), 14));
    auto* recentHolder = new QWidget;
    recent_ = new QVBoxLayout(recentHolder);
    recent_->setContentsMargins(0, 0, 0, 0);
    recent_->setSpacing(2);
    left->addWidget(recentHolder);
    auto* other = new QPushButton(tr("Open another file…"));
    connect(other, &QPushButton::clicked, this, &StartPage::browse);
    left->addWidget(other, 0, Qt::AlignLeft);
    left->addStretch(1);
    auto* leftHolder = new QWidget;
    leftHolder->setLayout(left);
    left->setContentsMargins(0, 0, 0, 0);
    leftHolder->setFixedWidth(34 * leftHolder->fontMetrics().averageCharWidth() + 60);
    left_ = leftHolder;
    across->addWidget(leftHolder);

    auto* right = new QVBoxLayout;
    right->setSpacing(8);
    auto* from = heading(tr("From the Quillmere Valley Railway gift shop"), 14);
    from->setWordWrap(true);
    from->setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Minimum);
    right->addWidget(from);
    auto* about = new QLabel(tr(
        "Finished designs to open, take apart and change. Each opens as a copy without a name."));
    about->setProperty("quiet", true);
    about->setWordWrap(true);
    about->setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Minimum);
    right->addWidget(about);
    demos_ = new QGridLayout;
    demos_->setSpacing(14);
    right->addLayout(demos_);
    right->addStretch(1);
    across->addLayout(right, 1);
}

void StartPage::start() {
    const QString text = size_->text();
    const Unit unit = text.contains("mm") || text.contains("cm") ? Unit::Millimetre : Unit::Inch;
    auto size = parseCardSize(text.toStdString(), unit);
    const SpineSide side = spine_->currentIndex() ? SpineSide::Top : SpineSide::Left;
    auto design = size ? aside([&] { return newDesign(size->first, size->second, side, unit); })
                       : Result<Design>(size.problem());
    refusal_->setVisible(!design);
    if (!design)
        refusal_->setText(QString::fromStdString(design.problem().text()));
    else
        emit newCard(*design);
}

void StartPage::refresh() {
    fillDemos();
    fillRecent();
}

void StartPage::fillDemos() {
    if (!cards_.empty())
        return; // shipped designs do not change
    const QDir dir(demoFolder());
    for (const QString& name : dir.entryList({"*.hlantern"}, QDir::Files, QDir::Name)) {
        const QString path = dir.filePath(name);
        auto* card = new DemoCard(path, [this, path] { emit openFile(path, true); });
        cards_.push_back(card);
    }
    layOutDemos();
}

// As many side by side as there is room for, with the letters there are.
void StartPage::layOutDemos() {
    const int wide = 22 * fontMetrics().averageCharWidth() + 60;
    const int columns = std::clamp((width() - left_->width() - 130) / wide, 1, mostColumns);
    if (columns == columns_ && demos_->count() == int(cards_.size()))
        return;
    columns_ = columns;
    for (QWidget* card : cards_)
        demos_->removeWidget(card);
    for (int i = 0; i < mostColumns; ++i)
        demos_->setColumnStretch(i, i < columns ? 1 : 0);
    for (size_t i = 0; i < cards_.size(); ++i)
        demos_->addWidget(cards_[i], int(i) / columns, int(i) % columns);
}

void StartPage::resizeEvent(QResizeEvent*) { layOutDemos(); }

void StartPage::fillRecent() {
    clear(recent_);
    for (const QString& path : recentFiles()) {
        auto* b = new QPushButton(QFileInfo(path).fileName());
        b->setProperty("plain", true);
        b->setStyleSheet("text-align: left;");
        b->setToolTip(path);
        b->setEnabled(QFileInfo::exists(path));
        connect(b, &QPushButton::clicked, this, [this, path] { emit openFile(path, false); });
        recent_->addWidget(b);
    }
    if (recentFiles().isEmpty()) {
        auto* none = new QLabel(tr("Nothing yet."));
        none->setProperty("quiet", true);
        recent_->addWidget(none);
    }
}

} // namespace hl::app
