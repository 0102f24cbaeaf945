#include "app/flat/net_dialog.h"
#include "app/inspect/rows.h"
#include "app/look/parts.h"
#include "app/look/picture_view.h"
#include "app/session/aside.h"
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QSettings>

namespace hl::app {
namespace {

// The drawing as it is understood, in the lines of the code.
Picture pictureOf(const std::vector<DrawnPath>& drawing,
                  const std::map<std::string, NetLine>& layers) {
    Picture out;
    Vec2 low(1e300, 1e300), high(-1e300, -1e300);
    for (const DrawnPath& p : drawing)
        for (const Vec2& v : p.points) {
            low = low.cwiseMin(v);
            high = high.cwiseMax(v);
        }
    const Vec2 size = (high - low).cwiseMax(Vec2(1, 1));
    // As large as lines of a fifth of a millimetre want it.
    const double scale = 140 / size.maxCoeff();
    out.width = size.x() * scale + 8;
    out.height = size.y() * scale + 8;
    for (const DrawnPath& p : drawing) {
        const auto means = layers.find(p.layer);
        const NetLine line = means == layers.end() ? NetLine::Ignored : means->second;
        Shape s = drawn(line == NetLine::Cut        ? Line::Cut
                        : line == NetLine::Valley   ? Line::Valley
                        : line == NetLine::Mountain ? Line::Mountain
                                                    : Line::Score,
                        {}, p.closed);
        for (const Vec2& v : p.points)
            s.points.push_back(Vec2(4 + (v.x() - low.x()) * scale, 4 + (high.y() - v.y()) * scale));
        s.width = 0.5;
        if (line == NetLine::Ignored)
            s.line = {Tint::Rule, 0, Line::Cut, 0};
        out.items.push_back(std::move(s));
    }
    return out;
}

QString keyOf(const std::string& layer) { return "net-layers/" + q(layer).replace('/', '_'); }

} // namespace

NetDialog::NetDialog(const Design& design, const files::Drawing& drawing, QWidget* parent)
    : QDialog(parent), design_(design), drawing_(drawing), by_(nullptr), form_(nullptr),
      preview_(new PictureView), said_(new QLabel) {
    setObjectName("net-dialog");
    setWindowTitle(tr("Net from a drawing"));
    sizeByLetters(*this, {780, 520});
    auto* column = new QVBoxLayout(this);
    auto* row = new QHBoxLayout;
    auto* side = new QWidget;
    auto* form = new QFormLayout(side);
    by_ = new QComboBox;
    by_->setObjectName("net-by");
    by_->addItems({tr("layers"), tr("colours"), tr("dashes")});
    form->addRow(tr("Told apart by"), by_);
    form_ = form;
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setWidget(side);
    scroll->setMinimumWidth(std::max(230, 30 * fontMetrics().averageCharWidth()));
    row->addWidget(scroll);
    preview_->setObjectName("net-preview");
    row->addWidget(preview_, 1);
    column->addLayout(row, 1);
    said_->setObjectName("net-said");
    said_->setWordWrap(true);
    said_->setTextFormat(Qt::PlainText);
    column->addWidget(said_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    for (QAbstractButton* b : buttons->buttons())
        b->setIcon({});
    take_ = buttons->button(QDialogButtonBox::Ok);
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::accepted, this, [this] {
        for (auto& [name, box] : layers_)
            QSettings().setValue(keyOf(name), box->currentIndex());
        accept();
    });
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(by_, &QComboBox::currentIndexChanged, this,
            [this](int by) { sort(static_cast<LinesBy>(by)); });
    const int by = static_cast<int>(tellsApart(drawing.paths));
    by_->setCurrentIndex(by);
    if (by == 0) // which it stood at already
        sort(LinesBy::Layer);
}

void NetDialog::sort(LinesBy by) {
    while (form_->rowCount() > 1)
        form_->removeRow(1);
    layers_.clear();
    lines_ = sortedBy(drawing_.paths, by);
    for (const DrawnPath& p : lines_) {
        if (std::any_of(layers_.begin(), layers_.end(),
                        [&](auto& l) { return l.first == p.layer; }))
            continue;
        auto* box = new QComboBox;
        box->setObjectName("net-layer-" + q(p.layer));
        box->addItems(
            {tr("cut"), tr("valley"), tr("mountain"), tr("score, either way"), tr("left out")});
        // What its name says, else what was said the last time, else left out.
        const auto means = meaningOf(p.layer);
        const int kept = QSettings().value(keyOf(p.layer), int(NetLine::Ignored)).toInt();
        box->setCurrentIndex(std::clamp(means ? int(*means) : kept, 0, 4));
        auto* name = new QLabel(p.layer.empty() ? tr("no layer") : q(p.layer));
        name->setTextFormat(Qt::PlainText);
        form_->addRow(name, box);
        connect(box, &QComboBox::currentIndexChanged, this, &NetDialog::look);
        layers_.emplace_back(p.layer, box);
    }
    look();
}

void NetDialog::look() {
    std::map<std::string, NetLine> layers;
    for (auto& [name, box] : layers_)
        layers[name] = static_cast<NetLine>(box->currentIndex());
    preview_->show(pictureOf(lines_, layers));
    const auto made = aside([&] { return addNet(design_, "", lines_, layers); });
    made_ = made ? std::optional(*made) : std::nullopt;
    take_->setEnabled(bool(made));
    QString said;
    if (made) {
        size_t openings = 0, lines = 0;
        for (const std::string& id : made->ids) {
            openings += made->design.part(id)->apertures.size();
            lines += made->design.part(id)->lines.size();
        }
        said = tr("Openings: %1; folds and slits: %2.").arg(openings).arg(lines);
        // What was read, joined, guessed or left out, to be seen before it is taken.
        for (const auto* remarks : {&made->remarks, &drawing_.remarks})
            for (const std::string& r : *remarks)
                said += " " + q(r);
    } else {
        said = q(made.problem().text());
    }
    said_->setText(said);
}

} // namespace hl::app
