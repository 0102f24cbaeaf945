#include "app/inspect/form_picker.h"
#include "app/gallery/samples.h"
#include "app/session/aside.h"
#include "app/start/card_button.h"
#include "core/edit/edit.h"
#include <QGridLayout>
#include <QLabel>
#include <QStyle>
#include <algorithm>

namespace hl::app {
namespace {

class Form : public CardButton {
  public:
    Form(const Family& f, std::function<void()> choose) : CardButton(std::move(choose)) {
        setObjectName("form-" + q(f.id));
        setAccessibleName(q(f.name));
        setToolTip(q(f.purpose));
        auto* column = this->column();
        column->setContentsMargins(3, 3, 3, 3);
        column->setSpacing(0);
        auto* name = new QLabel(readable(f.name));
        name->setWordWrap(true);
        name->setMinimumWidth(20);
        name->setAlignment(Qt::AlignHCenter | Qt::AlignTop);
        column->addWidget(name);
        setFixedHeight(58 + 3 * name->fontMetrics().lineSpacing());
        whenSeen([this, &f] { sampleOf(f, this, [this](PicturedPtr p) { show(std::move(p)); }); });
    }
};

} // namespace

FormPicker::FormPicker(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setSpacing(4);
    // As many side by side as their names have room for, large letters or small.
    const int wide = fontMetrics().horizontalAdvance("Interlocked") + 18;
    const int columns = std::clamp((columnWidth(*this) - 50) / wide, 1, 3);
    for (const Family& f : families()) {
        if (f.ground != Ground::Form)
            continue;
        auto* form = new Form(f, [this, id = f.id] {
            auto next = aside([&] { return changeForm(session_.design(), id, {}); });
            session_.edit(next ? Result<Design>(next->first) : Result<Design>(next.problem()),
                          tr("Change the form of the card"));
        });
        const int n = int(forms_.size());
        grid->addWidget(form, n / columns, n % columns);
        grid->setColumnStretch(n % columns, 1);
        forms_.push_back(form);
    }
    mark();
}

void FormPicker::mark() {
    const QString now = "form-" + q(session_.design().card.form);
    for (QWidget* form : forms_) {
        form->setProperty("chosen", form->objectName() == now);
        form->style()->unpolish(form);
        form->style()->polish(form);
    }
}

} // namespace hl::app
