#include "app/actions/palette.h"
#include "app/look/parts.h"
#include "app/look/theme.h"
#include <QAction>
#include <QDialogButtonBox>
#include <QGridLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPainter>
#include <QPointer>
#include <QScrollArea>
#include <QStyledItemDelegate>
#include <QVBoxLayout>
#include <algorithm>

namespace hl::app {
namespace {

QString plain(QString text) { return text.remove('&').remove("…"); }

QString keysOf(const Action& row) {
    QStringList keys;
    for (const QString& key : row.keys.split(' ', Qt::SkipEmptyParts))
        keys << QKeySequence(key).toString(QKeySequence::NativeText);
    return keys.join(QObject::tr(" or "));
}

constexpr int keysRole = Qt::UserRole + 1;

// The words at the left, the key at the right.
class KeyedItem : public QStyledItemDelegate {
  public:
    using QStyledItemDelegate::QStyledItemDelegate;
    void paint(QPainter* p, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override {
        QStyledItemDelegate::paint(p, option, index);
        p->save();
        p->setPen(option.state & QStyle::State_Selected
                      ? option.palette.color(QPalette::HighlightedText)
                      : theme().quiet);
        p->drawText(option.rect.adjusted(0, 0, -10, 0), Qt::AlignRight | Qt::AlignVCenter,
                    index.data(keysRole).toString());
        p->restore();
    }
    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        return QStyledItemDelegate::sizeHint(option, index) + QSize(0, 6);
    }
};

} // namespace

Palette::Palette(const Actions& table, const std::vector<QAction*>& actions, QWidget* parent)
    : QDialog(parent), table_(table), actions_(actions), words_(new QLineEdit),
      list_(new QListWidget) {
    setObjectName("palette");
    setWindowTitle(tr("Find an action"));
    sizeByLetters(*this, {480, 420});
    words_->setObjectName("palette-words");
    words_->setAccessibleName(tr("Words of an action"));
    words_->setPlaceholderText(tr("A few letters of what you want to do"));
    words_->installEventFilter(this);
    list_->setObjectName("palette-list");
    list_->setAccessibleName(tr("Actions"));
    list_->setItemDelegate(new KeyedItem(list_));
    list_->setFocusPolicy(Qt::NoFocus);
    auto* column = new QVBoxLayout(this);
    column->addWidget(words_);
    column->addWidget(list_, 1);
    connect(words_, &QLineEdit::textChanged, this, &Palette::filter);
    connect(words_, &QLineEdit::returnPressed, this, &Palette::runChosen);
    connect(list_, &QListWidget::itemClicked, this, &Palette::runChosen);
    filter({});
}

void Palette::filter(const QString& words) {
    list_->clear();
    const QStringList wanted = words.split(' ', Qt::SkipEmptyParts);
    for (size_t i = 0; i < table_.size(); ++i) {
        const Action& row = table_[i];
        if (!actions_[i]->isEnabled())
            continue;
        const QString text = plain(actions_[i]->text()),
                      all = plain(row.menu).replace('/', ' ') + " " + text + " " + row.tip;
        if (!std::all_of(wanted.begin(), wanted.end(), [&](const QString& word) {
                return all.contains(word, Qt::CaseInsensitive);
            }))
            continue;
        auto* item = new QListWidgetItem(text, list_);
        item->setData(Qt::UserRole, int(i));
        item->setData(keysRole, keysOf(row));
        item->setToolTip(row.tip);
    }
    list_->setCurrentRow(0);
}

void Palette::runChosen() {
    const QListWidgetItem* item = list_->currentItem();
    if (!item)
        return;
    QPointer<QAction> action = actions_[size_t(item->data(Qt::UserRole).toInt())];
    accept(); // first, so that it can open a dialog of its own
    if (action)
        action->trigger();
}

bool Palette::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent*>(event)->key();
        const int by = key == Qt::Key_Down       ? 1
                       : key == Qt::Key_Up       ? -1
                       : key == Qt::Key_PageDown ? 8
                       : key == Qt::Key_PageUp   ? -8
                                                 : 0;
        if (by != 0) {
            list_->setCurrentRow(std::clamp(list_->currentRow() + by, 0, list_->count() - 1));
            return true;
        }
    }
    return QDialog::eventFilter(watched, event);
}

KeySheet::KeySheet(const Actions& table, QWidget* parent) : QDialog(parent) {
    setObjectName("key-sheet");
    setWindowTitle(tr("Keys"));
    sizeByLetters(*this, {780, 700});
    auto* sheet = new QWidget;
    auto* across = new QHBoxLayout(sheet);
    across->setSpacing(28);
    // Two columns of menus, filled from the shorter one on.
    std::vector<std::pair<QString, std::vector<const Action*>>> menus;
    for (const Action& row : table) {
        if (row.keys.isEmpty())
            continue;
        const QString title = plain(row.menu.section('/', 0, 0));
        auto at = std::find_if(menus.begin(), menus.end(),
                               [&](const auto& menu) { return menu.first == title; });
        if (at == menus.end())
            at = menus.insert(menus.end(), {title, {}});
        at->second.push_back(&row);
    }
    QGridLayout* columns[2];
    int rows[2] = {0, 0};
    for (auto*& column : columns) {
        auto* upright = new QVBoxLayout;
        column = new QGridLayout;
        column->setHorizontalSpacing(18);
        column->setVerticalSpacing(3);
        upright->addLayout(column);
        upright->addStretch(1);
        across->addLayout(upright);
    }
    for (const auto& [title, actions] : menus) {
        const int k = rows[1] < rows[0];
        auto* heading = new QLabel(title);
        heading->setProperty("heading", true);
        heading->setContentsMargins(0, rows[k] > 0 ? 12 : 0, 0, 2);
        columns[k]->addWidget(heading, rows[k]++, 0, 1, 2);
        for (const Action* row : actions) {
            auto* keys = new QLabel(keysOf(*row));
            keys->setProperty("quiet", true);
            columns[k]->addWidget(new QLabel(plain(row->text)), rows[k], 0);
            columns[k]->addWidget(keys, rows[k]++, 1);
        }
    }
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setWidget(sheet);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* column = new QVBoxLayout(this);
    column->addWidget(scroll, 1);
    column->addWidget(buttons);
}

} // namespace hl::app
