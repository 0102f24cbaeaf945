#include "app/log/build_view.h"
#include "app/log/build_words.h"
#include "app/look/file_dialog.h"
#include "app/session/aside.h"
#include "app/session/paths.h"
#include "core/files/atomic_save.h"
#include "core/journal/page.h"
#include <QBuffer>
#include <QDialog>
#include <QDir>
#include <QImageReader>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QScreen>
#include <QScrollArea>
#include <QStandardPaths>
#include <QVBoxLayout>

namespace hl::app {
namespace {

constexpr int thumb = 88; // pixels of the longer side

// No larger than that: a photograph is decoded as small as it is shown.
QImage readAtMost(const std::string& bytes, const QSize& most) {
    QByteArray data = QByteArray::fromRawData(bytes.data(), qsizetype(bytes.size()));
    QBuffer buffer(&data);
    QImageReader reader(&buffer);
    reader.setAutoTransform(true);
    const QSize size = reader.size();
    if (size.isValid() && (size.width() > most.width() || size.height() > most.height()))
        reader.setScaledSize(size.scaled(most, Qt::KeepAspectRatio));
    return reader.read();
}

} // namespace

BuildView::BuildView()
    : said_(new QLabel), photos_(new QListWidget), asItWas_(new QPushButton(tr("Open as it was"))),
      page_(new QPushButton(tr("Page to print…"))) {
    auto* rows = new QVBoxLayout(this);
    rows->setContentsMargins(0, 0, 0, 0);
    said_->setObjectName("log-said");
    said_->setTextFormat(Qt::PlainText);
    said_->setWordWrap(true);
    said_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    said_->setTextInteractionFlags(Qt::TextSelectableByMouse);
    auto* scroller = new QScrollArea;
    scroller->setWidgetResizable(true);
    scroller->setFrameShape(QFrame::NoFrame);
    scroller->setFocusPolicy(Qt::NoFocus);
    scroller->setWidget(said_);
    rows->addWidget(scroller, 1);
    photos_->setObjectName("log-photos");
    photos_->setAccessibleName(tr("Photographs of this build"));
    photos_->setToolTip(tr("Press Enter or click twice to see it large"));
    photos_->setViewMode(QListView::IconMode);
    photos_->setFlow(QListView::LeftToRight);
    photos_->setWrapping(false);
    photos_->setMovement(QListView::Static);
    photos_->setIconSize({thumb, thumb});
    photos_->setFixedHeight(thumb + 2 * fontMetrics().height());
    rows->addWidget(photos_);
    asItWas_->setObjectName("log-as-it-was");
    asItWas_->setToolTip(tr("A copy of the design as it was when this was built"));
    rows->addWidget(asItWas_, 0, Qt::AlignLeft);
    page_->setObjectName("log-page");
    page_->setToolTip(tr("Picture, photographs, papers, times and notes of this build"));
    rows->addWidget(page_, 0, Qt::AlignLeft);
    connect(asItWas_, &QPushButton::clicked, this, &BuildView::openAsItWas);
    connect(page_, &QPushButton::clicked, this, &BuildView::writePage);
    connect(photos_, &QListWidget::itemActivated, this,
            [this](QListWidgetItem* item) { enlarge(photos_->row(item)); });
    setBuild(std::nullopt);
}

void BuildView::setBuild(std::optional<journal::Build> build) {
    build_ = std::move(build);
    asItWas_->setEnabled(build_.has_value());
    page_->setEnabled(build_.has_value());
    said_->setText(build_ ? sentencesOf(*build_)
                          : tr("When you have built a card, record it here: what was measured "
                               "makes the next plan better."));
    showPhotos();
}

void BuildView::showPhotos() {
    photos_->clear();
    if (build_)
        for (const journal::Photo& p : build_->photos) {
            const QImage image = readAtMost(p.bytes, {thumb, thumb});
            auto* item = new QListWidgetItem(QString::fromStdString(p.name));
            if (!image.isNull())
                item->setIcon(QIcon(QPixmap::fromImage(image)));
            photos_->addItem(item);
        }
    photos_->setVisible(photos_->count() > 0);
}

void BuildView::enlarge(int photo) {
    const journal::Photo& p = build_->photos[size_t(photo)];
    QDialog dialog(this);
    dialog.setObjectName("photo");
    dialog.setWindowTitle(QString::fromStdString(p.name));
    auto* picture = new QLabel;
    const QImage image = readAtMost(p.bytes, screen()->availableSize() * 0.8);
    if (image.isNull())
        picture->setText(tr("This photograph cannot be shown here."));
    else
        picture->setPixmap(QPixmap::fromImage(image));
    auto* rows = new QVBoxLayout(&dialog);
    rows->addWidget(picture);
    dialog.exec();
}

bool BuildView::saved(const QString& path, const std::string& bytes) {
    const Trouble t = saveFile(bytesOf(path), bytes);
    if (t)
        emit refused(QString::fromStdString(t->text()));
    return !t;
}

void BuildView::openAsItWas() {
    // A file of its own, which is never the one that is worked on.
    const QString folder = QStandardPaths::writableLocation(QStandardPaths::TempLocation);
    QString name = QString::fromStdString(build_->title);
    name.replace('/', ' ');
    const QString path = QDir(folder).filePath(QString("%1 %2 (%3).hlantern")
                                                   .arg(name, QString::fromStdString(build_->when))
                                                   .arg(build_->id));
    if (saved(path, build_->design))
        emit openWanted(path);
}

void BuildView::writePage() {
    QString name = QString::fromStdString(build_->title);
    name.replace('/', ' ');
    const QString path =
        fileDialog(this, tr("Page of this build"), QFileDialog::AcceptSave,
                   {tr("HTML page (*.html)")}, "html", name.isEmpty() ? tr("build") : name);
    if (path.isEmpty() || !mayReplace(this, thereAlready({bytesOf(path)})))
        return;
    saved(path, aside([&] { return journal::pageOf(*build_); }));
}

} // namespace hl::app
