#include "app/session/folder.h"
#include "core/assemble/assemble.h"
#include <QElapsedTimer>

namespace hl {

struct Folder::Job {
    Design design;
    quint64 version = 0;
    Workshop workshop;
    std::atomic<bool> cancelled{false};
};

Folder::Folder(QObject* parent) : QObject(parent), worker_(new QObject) {
    worker_->moveToThread(&thread_);
    connect(&thread_, &QThread::finished, worker_, &QObject::deleteLater);
    thread_.start();
}

Folder::~Folder() {
    constexpr unsigned long patience = 3000; // ms: nobody waits longer for a window to go
    stop();
    thread_.quit();
    if (!thread_.wait(patience)) {
        thread_.terminate(); // it only computes: nothing of the maker's is in its hands
        thread_.wait();
    }
}

void Folder::request(const Design& design, quint64 version, const Workshop& workshop) {
    stop();
    current_ = std::make_shared<Job>();
    current_->design = design;
    current_->version = version;
    current_->workshop = workshop;
    QMetaObject::invokeMethod(worker_, [this, job = current_] { run(job); });
}

void Folder::stop() {
    if (current_)
        current_->cancelled = true;
}

// Runs on the worker's thread; signals reach the receivers' threads by themselves.
void Folder::run(const std::shared_ptr<Job>& job) {
    try {
        if (!job->cancelled)
            work(job);
    } catch (const std::exception& e) {
        emit failed(tr("The proof broke off by an error of the program (%1). Your design is as it "
                       "was; undo the last step, or save and report this.")
                        .arg(e.what()));
        emit progress(1);
    }
}

void Folder::work(const std::shared_ptr<Job>& job) {
    if (trial_)
        trial_();
    auto made = assemble(job->design);
    if (!made)
        return; // an edit that does not assemble is refused before it gets here
    Snapshot s;
    s.version = job->version;
    s.folded = std::make_shared<Case>(job->design, *made, &job->cancelled, job->workshop);
    auto tell = [&](Snapshot::Stage stage) {
        s.stage = stage;
        if (!job->cancelled)
            emit reached(std::make_shared<Snapshot>(s));
    };
    tell(Snapshot::Folded);
    if (job->cancelled)
        return;
    const Stop stop{&job->cancelled};
    s.evidence = std::make_shared<const Evidence>(*s.folded, stop);
    if (job->cancelled)
        return;
    // What takes long shows what it has so far, a few times a second.
    QElapsedTimer since;
    since.start();
    s.findings = prove(*s.evidence, stop, [&](const std::vector<Finding>& soFar, double part) {
        if (since.elapsed() < 200 || part >= 1)
            return;
        since.restart();
        s.findings = soFar;
        s.part = part;
        tell(Snapshot::Proving);
    });
    s.part = 1;
    tell(Snapshot::Proved);
    if (job->cancelled)
        return;
    s.curves = curvesOf(*s.evidence, stop);
    s.facts = factsOf(*s.evidence, s.curves, stop);
    tell(Snapshot::Measured);
    emit progress(0);
    findRemedies(
        *s.folded, s.findings, &job->cancelled,
        [&](double part) {
            if (!job->cancelled)
                emit progress(part);
        },
        [&] { return static_cast<size_t>(preferred_.exchange(-1)); });
    tell(Snapshot::Advised);
    emit progress(1);
}

} // namespace hl
