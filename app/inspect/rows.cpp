#include "app/inspect/rows.h"
#include "app/inspect/measure_field.h"
#include "app/look/choice_box.h"
#include "app/session/aside.h"
#include "core/measure/place.h"
#include "core/structures/in_names.h"
#include <QComboBox>
#include <QFontMetrics>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSignalBlocker>
#include <QVBoxLayout>

namespace hl::app {

QString readable(const std::string& name) {
    QString s = q(name).replace('_', ' ');
    if (!s.isEmpty())
        s[0] = s[0].toUpper();
    return s;
}

int columnWidth(const QWidget& widget) { return 38 * widget.fontMetrics().averageCharWidth(); }

Rows::Rows(Session& session, QWidget* parent)
    : QWidget(parent), session_(session), column_(new QVBoxLayout(this)) {
    column_->setContentsMargins(12, 8, 12, 12);
    column_->setSpacing(5);
}

void Rows::heading(const QString& text) {
    auto* l = new QLabel(text);
    l->setProperty("heading", true);
    l->setWordWrap(true);
    l->setMinimumWidth(40);
    column_->addWidget(l);
}

QLabel* Rows::line(const QString& text, const QString& object) {
    auto* l = new QLabel(text);
    l->setObjectName(object);
    l->setProperty("quiet", true);
    l->setWordWrap(true);
    l->setMinimumWidth(40);
    column_->addWidget(l);
    return l;
}

void Rows::gap() { column_->addSpacing(8); }

void Rows::whole(QWidget* widget) { column_->addWidget(widget); }

void Rows::row(const QString& label, QWidget* field, const QString& tip) {
    if (label.isEmpty()) { // all of the width for the field; what it is stands above it
        field->setToolTip(tip);
        field->setMinimumWidth(60);
        column_->addWidget(field);
        fields_.push_back(field);
        return;
    }
    constexpr int letters = 13; // of the label's column
    auto* across = new QHBoxLayout;
    auto* l = new QLabel(label);
    const int wide = l->fontMetrics().averageCharWidth() * letters;
    l->setWordWrap(l->fontMetrics().horizontalAdvance(label) > wide); // it makes laying out dear
    l->setMinimumWidth(wide);
    l->setMaximumWidth(wide);
    l->setBuddy(field);
    l->setToolTip(tip);
    field->setToolTip(tip);
    field->setAccessibleName(label);
    across->addWidget(l);
    field->setMinimumWidth(60);
    field->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    across->addWidget(field, 1);
    fields_.push_back(field);
    column_->addLayout(across);
}

QLineEdit* Rows::text(const QString& object, const QString& label, const QString& tip,
                      std::function<QString(const Design&)> read,
                      std::function<Trouble(Design&, const QString&)> write, const QString& step) {
    auto* field = new QLineEdit;
    field->setObjectName(object);
    row(label, field, tip);
    auto show = [this, field, read] {
        if (field->isModified() && field->hasFocus())
            return; // somebody is typing
        field->setText(read(session_.design()));
        field->setCursorPosition(0);
    };
    connect(field, &QLineEdit::editingFinished, this, [this, field, write, show, step] {
        if (!field->isModified())
            return;
        field->setModified(false);
        Design d = session_.design();
        const QString text = field->text();
        if (const Trouble t = aside([&] { return write(d, text); }))
            refuse(t);
        else
            session_.edit(d, step);
        show();
    });
    refreshing(show);
    return field;
}

QComboBox* Rows::choice(const QString& object, const QString& label, const QString& tip,
                        std::function<void(QComboBox&)> fill,
                        std::function<void(const QVariant&)> pick) {
    auto* box = new ChoiceBox;
    box->setObjectName(object);
    row(label, box, tip);
    auto show = [box, fill] {
        const QSignalBlocker quiet(box);
        box->clear();
        fill(*box);
    };
    connect(box, &QComboBox::activated, this, [this, box, pick](int i) {
        const QVariant data = box->itemData(i);
        pick(data); // which may do away with the box
        refresh();
    });
    refreshing(show);
    return box;
}

MeasureField* Rows::measure(const QString& object, const QString& label, const QString& tip,
                            std::function<std::optional<Shown>()> read,
                            std::function<Trouble(const QString& text)> write) {
    auto* field = new MeasureField(object);
    row(label, field, tip);
    QLabel* note = line({});
    note->setContentsMargins(20, 0, 0, 2);
    note->hide();
    field->setNote(note);
    connect(field, &MeasureField::entered, this, [this, field, write](const QString& text) {
        if (const Trouble t = write(text))
            field->refuse(q(inNames(session_.design(), t->text())));
        else
            refresh();
    });
    refreshing([this, field, read] {
        if (const auto shown = read())
            field->show(shown->measure, session_.design().units, session_.finest(), shown->follows);
    });
    return field;
}

MeasureField* Rows::drawn(const QString& object, const QString& label, const QString& tip,
                          std::function<Measure*(Design&)> find, bool place) {
    auto* field = measure(
        object, label, tip,
        [this, find]() -> std::optional<Shown> {
            Design d = session_.design();
            const Measure* m = find(d);
            return m ? std::optional<Shown>({*m, false}) : std::nullopt;
        },
        [this, find, label](const QString& text) -> Trouble {
            Design d = session_.design();
            const Measure* m = find(d);
            if (!m || text == "auto")
                return {};
            auto parsed = parsePlace(text.toStdString(), m->quantity, d.units);
            if (!parsed)
                return parsed.problem();
            return session_.tryEdit([&](Design& next) { *find(next) = *parsed; },
                                    tr("Change %1").arg(label.toLower()));
        });
    if (place)
        field->allowNegative();
    return field;
}

QWidget* Rows::buttons(const std::vector<Button>& buttons) {
    auto* holder = new QWidget;
    auto* across = new QHBoxLayout(holder);
    across->setContentsMargins(0, 0, 0, 0);
    across->setSpacing(4);
    for (const Button& button : buttons) {
        auto* b = new QPushButton(button.text);
        b->setObjectName("drawn-" + QString(button.text).toLower().replace(' ', '-'));
        connect(b, &QPushButton::clicked, this, button.act);
        across->addWidget(b);
        fields_.push_back(b);
    }
    column_->addWidget(holder);
    return holder;
}

void Rows::refresh() {
    for (auto& r : refreshers_)
        r();
}

void Rows::finish() { column_->addStretch(1); }

void Rows::refuse(const Trouble& trouble) {
    if (trouble)
        session_.refuse(q(trouble->text()));
}

} // namespace hl::app
