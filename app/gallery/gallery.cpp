#include "app/gallery/gallery.h"
#include "app/gallery/samples.h"
#include "app/look/parts.h"
#include "app/look/theme.h"
#include "app/start/card_button.h"
#include "core/structures/family.h"
#include <QGridLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QScrollArea>
#include <algorithm>
#include <functional>

namespace hl::app {
namespace {

constexpr int columns = 4;

class Entry : public CardButton {
  public:
    Entry(const Family& f, std::function<void()> choose) : CardButton(std::move(choose)) {
        setObjectName("gallery-" + QString::fromStdString(f.id));
        auto* column = this->column();
        column->setContentsMargins(8, 6, 8, 8);
        column->setSpacing(2);
        auto* name = new QLabel(QString::fromStdString(f.name));
        name->setProperty("heading", true);
        column->addWidget(name);
        auto* purpose = new QLabel(QString::fromStdString(f.purpose));
        purpose->setProperty("quiet", true);
        purpose->setWordWrap(true);
        purpose->setMinimumWidth(40);
        purpose->setAlignment(Qt::AlignTop);
        const int line = purpose->fontMetrics().lineSpacing();
        purpose->setFixedHeight(4 * line + 8);
        setFixedHeight(140 + 5 * line + 20);
        column->addWidget(purpose);
        QString words =
            QString::fromStdString(f.id + " " + f.name + " " + f.purpose + " " + f.shelf);
        for (auto& ground : f.standsOn)
            words += " " + QString::fromStdString(ground);
        setProperty("words", words);
        setAccessibleName(QString::fromStdString(f.name + ": " + f.purpose));
        whenSeen([this, &f] { sampleOf(f, this, [this](PicturedPtr p) { show(std::move(p)); }); });
    }
};

} // namespace

Gallery::Gallery(QWidget* parent) : QDialog(parent) {
    setObjectName("gallery");
    setWindowTitle(tr("Structures"));
    sizeByLetters(*this, {980, 700});
    auto* column = new QVBoxLayout(this);
    search_ = new QLineEdit;
    search_->setObjectName("gallery-search");
    search_->setPlaceholderText(tr("Search: what it is, what it is for, what it stands on"));
    search_->setAccessibleName(tr("Search the structures"));
    search_->setClearButtonEnabled(true);
    column->addWidget(search_);
    scroll_ = new QScrollArea;
    scroll_->setWidgetResizable(true);
    scroll_->setFocusPolicy(Qt::NoFocus);
    scroll_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* body = new QWidget;
    auto* rows = new QVBoxLayout(body);
    rows->setSpacing(8);
    std::vector<std::string> names;
    for (const Family& f : families())
        if (std::find(names.begin(), names.end(), f.shelf) == names.end())
            names.push_back(f.shelf);
    // Structures first: the card is chosen once, they every time.
    std::rotate(names.begin(), names.begin() + 1, names.end());
    for (const std::string& shelf : names) {
        auto* whole = new QWidget;
        auto* part = new QVBoxLayout(whole);
        part->setContentsMargins(0, 0, 0, 0);
        auto* heading = new QLabel(QString::fromStdString(shelf));
        heading->setFont(headingFont(12));
        part->addWidget(heading);
        auto* grid = new QGridLayout;
        grid->setSpacing(8);
        std::vector<QWidget*> entries;
        for (const Family& f : families()) {
            if (f.shelf != shelf)
                continue;
            auto* entry = new Entry(f, [this, id = QString::fromStdString(f.id)] {
                accept();
                emit chosen(id);
            });
            grid->addWidget(entry, int(entries.size()) / columns, int(entries.size()) % columns);
            entries.push_back(entry);
        }
        for (int i = 0; i < columns; ++i)
            grid->setColumnStretch(i, 1);
        part->addLayout(grid);
        rows->addWidget(whole);
        shelves_.emplace_back(whole, entries);
    }
    auto* none =
        new QLabel(tr("Nothing is called that. Try what it is for: stage, window, backdrop."));
    none->setProperty("quiet", true);
    none->hide();
    empty_ = none;
    rows->addWidget(none);
    rows->addStretch(1);
    scroll_->setWidget(body);
    column->addWidget(scroll_, 1);
    connect(search_, &QLineEdit::textChanged, this, &Gallery::filter);
    // Return takes the first that fits.
    connect(search_, &QLineEdit::returnPressed, this, [this] {
        if (QWidget* first = firstShown()) {
            const QString id = first->objectName().mid(8);
            accept();
            emit chosen(id);
        }
    });
    search_->setFocus();
}

QWidget* Gallery::firstShown() const {
    for (auto& [shelf, entries] : shelves_)
        for (QWidget* entry : entries)
            if (entry->isVisibleTo(this))
                return entry;
    return nullptr;
}

void Gallery::filter(const QString& text) {
    const QStringList wanted = text.simplified().split(' ', Qt::SkipEmptyParts);
    bool any = false;
    for (auto& [shelf, entries] : shelves_) {
        auto* grid = static_cast<QGridLayout*>(shelf->layout()->itemAt(1)->layout());
        int n = 0;
        for (QWidget* e : entries) {
            const QString words = e->property("words").toString();
            const bool fits = std::all_of(wanted.begin(), wanted.end(), [&](const QString& w) {
                return words.contains(w, Qt::CaseInsensitive);
            });
            grid->removeWidget(e);
            e->setVisible(fits);
            if (fits) {
                grid->addWidget(e, n / columns, n % columns);
                ++n;
            }
        }
        shelf->setVisible(n > 0);
        any = any || n > 0;
    }
    empty_->setVisible(!any);
}

// Down goes from the search field to the first entry; the arrows walk on.
void Gallery::keyPressEvent(QKeyEvent* e) {
    if (e->key() == Qt::Key_Down && search_->hasFocus()) {
        if (QWidget* first = firstShown())
            first->setFocus();
        return;
    }
    if ((e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter) && search_->hasFocus())
        return; // the field has taken it
    if (e->key() == Qt::Key_Right || e->key() == Qt::Key_Left) {
        focusNextPrevChild(e->key() == Qt::Key_Right);
        return;
    }
    QDialog::keyPressEvent(e);
}

} // namespace hl::app
