#include "app/prove/ask_dialog.h"
#include "core/structures/family.h"
#include "core/structures/naming.h"
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QProgressBar>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>

namespace hl::app {

AskDialog::AskDialog(Session& session, QWidget* parent) : QDialog(parent), session_(session) {
    setObjectName("ask-dialog");
    setWindowTitle(tr("Ask backwards"));
    setMinimumWidth(460);
    auto* column = new QVBoxLayout(this);
    auto* form = new QFormLayout;
    question_ = new QComboBox;
    question_->setObjectName("ask-question");
    const struct {
        Ask ask;
        const char* text;
    } questions[] = {{Ask::Most, QT_TR_NOOP("How large can a measure be?")},
                     {Ask::Least, QT_TR_NOOP("How small can a measure be?")},
                     {Ask::Topper, QT_TR_NOOP("How large can a topper be and still hide?")},
                     {Ask::Closest, QT_TR_NOOP("How close can one structure be to another?")},
                     {Ask::Card, QT_TR_NOOP("What is the smallest card that takes the design?")},
                     {Ask::Envelope, QT_TR_NOOP("What is the smallest envelope?")},
                     {Ask::Order, QT_TR_NOOP("In which order does it open?")},
                     {Ask::Band, QT_TR_NOOP("Which elastic band raises it so far?")},
                     {Ask::Vanish, QT_TR_NOOP("Where does a finding end?")}};
    for (auto& q : questions)
        question_->addItem(tr(q.text), int(q.ask));
    structure_ = new QComboBox;
    structure_->setObjectName("ask-structure");
    structureName_ = new QLabel(tr("Structure"));
    measure_ = new QComboBox;
    measure_->setObjectName("ask-measure");
    measureName_ = new QLabel(tr("Measure"));
    form->addRow(tr("Question"), question_);
    form->addRow(structureName_, structure_);
    form->addRow(measureName_, measure_);
    finding_ = new QComboBox;
    finding_->setObjectName("ask-finding");
    findingName_ = new QLabel(tr("Finding"));
    form->addRow(findingName_, finding_);
    rise_ = new QLineEdit(session_.design().units == Unit::Inch ? "1 1/2" : "40");
    rise_->setObjectName("ask-rise");
    riseName_ = new QLabel(tr("Rise"));
    riseName_->setBuddy(rise_);
    form->addRow(riseName_, rise_);
    column->addLayout(form);
    answer_ = new QLabel;
    answer_->setObjectName("ask-answer");
    answer_->setWordWrap(true);
    answer_->setMinimumHeight(72);
    answer_->setAlignment(Qt::AlignTop);
    answer_->setTextInteractionFlags(Qt::TextSelectableByMouse);
    column->addWidget(answer_);
    progress_ = new QProgressBar;
    progress_->setTextVisible(false);
    progress_->setRange(0, 100);
    progress_->hide();
    column->addWidget(progress_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    buttons->button(QDialogButtonBox::Close)->setIcon({});
    ask_ = buttons->addButton(tr("Ask"), QDialogButtonBox::ActionRole);
    ask_->setObjectName("ask-go");
    ask_->setDefault(true);
    use_ = buttons->addButton(tr("Use this"), QDialogButtonBox::ActionRole);
    use_->setObjectName("ask-use");
    use_->setToolTip(tr("Puts the answer in force; it can be undone"));
    use_->setEnabled(false);
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(question_, &QComboBox::activated, this, &AskDialog::fill);
    connect(structure_, &QComboBox::activated, this, &AskDialog::fill);
    connect(ask_, &QPushButton::clicked, this, &AskDialog::ask);
    connect(use_, &QPushButton::clicked, this, [this] {
        session_.edit(found_, tr("Take the answer"));
        use_->setEnabled(false);
        accept();
    });
    connect(&worker_, &Worker::failed, this, [this](const QString& why) {
        over(tr("The search broke off by an error of the program (%1). Your design is as it was; "
                "please report this.")
                 .arg(why));
    });
    fill();
    const int chosen = structure_->findData(session_.selection().structure());
    if (chosen >= 0) {
        structure_->setCurrentIndex(chosen);
        fill();
    }
}

void AskDialog::fill() {
    const Ask ask = Ask(question_->currentData().toInt());
    const Design& d = session_.design();
    const bool whole = ask == Ask::Card || ask == Ask::Envelope || ask == Ask::Order;
    structure_->setVisible(!whole);
    structureName_->setVisible(!whole);
    const bool band = ask == Ask::Band;
    const bool second = !whole && ask != Ask::Topper && !band;
    rise_->setVisible(band);
    riseName_->setVisible(band);
    measure_->setVisible(second);
    measureName_->setVisible(second);
    measureName_->setText(ask == Ask::Closest ? tr("To which") : tr("Measure"));
    const QString structure = structure_->currentData().toString();
    const QString measure = measure_->currentData().toString();
    structure_->clear();
    for (const StructureSpec& s : d.structures)
        if ((ask != Ask::Topper || familyOf(s).figure) && (!band || familyOf(s).banded))
            structure_->addItem(QString::fromStdString(callName(d, s)),
                                QString::fromStdString(s.id));
    structure_->setCurrentIndex(std::max(0, structure_->findData(structure)));
    const std::string chosen = structure_->currentData().toString().toStdString();
    measure_->clear();
    if (ask == Ask::Closest) {
        for (const StructureSpec& s : d.structures)
            if (s.id != chosen)
                measure_->addItem(QString::fromStdString(callName(d, s)),
                                  QString::fromStdString(s.id));
    } else if (const Family* f = familyOf(d, chosen)) {
        for (const Parameter& p : f->parameters)
            if (p.least.quantity != Quantity::Count)
                measure_->addItem(QString::fromStdString(p.name).replace('_', ' '),
                                  QString::fromStdString(p.name));
    }
    measure_->setCurrentIndex(std::max(0, measure_->findData(measure)));
    const bool vanish = ask == Ask::Vanish;
    finding_->setVisible(vanish);
    findingName_->setVisible(vanish);
    const QString rule = finding_->currentData().toString();
    finding_->clear();
    const SnapshotPtr s = session_.snapshot();
    for (const Finding& f : vanish&& s ? s->findings : std::vector<Finding>{}) {
        const bool about = std::any_of(f.panels.begin(), f.panels.end(),
                                       [&](const auto& panel) { return ownerOf(panel) == chosen; });
        if (about && f.severity != Severity::Note &&
            finding_->findData(QString::fromStdString(f.rule)) < 0)
            for (const Rule& r : rules())
                if (f.rule == r.id)
                    finding_->addItem(tr(r.title), QString::fromStdString(f.rule));
    }
    finding_->setCurrentIndex(std::max(0, finding_->findData(rule)));
    if (band && structure_->count() == 0)
        answer_->setText(tr("Nothing on this card is raised by an elastic band."));
    if (vanish && finding_->count() == 0)
        answer_->setText(tr("There is no finding about it now."));
    ask_->setEnabled(whole || (structure_->count() > 0 && (!vanish || finding_->count() > 0)));
}

void AskDialog::ask() {
    if (busy_) {
        worker_.stop();
        return over(tr("Stopped."));
    }
    Question q;
    q.ask = Ask(question_->currentData().toInt());
    q.structure = structure_->currentData().toString().toStdString();
    const std::string second = measure_->currentData().toString().toStdString();
    (q.ask == Ask::Closest ? q.other : q.measure) = second;
    if (q.ask == Ask::Band) {
        const auto rise = parseLength(rise_->text().toStdString(), session_.design().units);
        if (!rise)
            return answer_->setText(QString::fromStdString(rise.problem().text()));
        q.rise = rise->measure;
    }
    if (q.ask == Ask::Vanish)
        q.rule = finding_->currentData().toString().toStdString();
    busy_ = true;
    ask_->setText(tr("Stop"));
    use_->setEnabled(false);
    progress_->setValue(0);
    progress_->show();
    answer_->setText(tr("Looking for the answer."));
    worker_.request([this, q, d = session_.design(),
                     w = session_.workshop()](const Worker::Cancelled& cancelled) {
        const Result<Answer> answer = solve(d, q, w, &cancelled, [&](double part) {
            if (!cancelled)
                QMetaObject::invokeMethod(this,
                                          [this, part] { progress_->setValue(int(100 * part)); });
        });
        if (!cancelled)
            QMetaObject::invokeMethod(this, [this, answer] { answered(answer); });
    });
}

void AskDialog::over(const QString& said) {
    busy_ = false;
    ask_->setText(tr("Ask"));
    progress_->hide();
    answer_->setText(said);
}

void AskDialog::answered(const Result<Answer>& answer) {
    if (!busy_)
        return; // it was stopped meanwhile
    over(QString::fromStdString(answer ? answer->sentence : answer.problem().text()));
    if (!answer)
        return;
    found_ = answer->design;
    use_->setEnabled(found_ != session_.design());
}

} // namespace hl::app
