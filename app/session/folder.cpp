#include "app/session/folder.h"

namespace hl::app {

bool foldStage(Folding& f);
bool proveStage(Folding& f);
bool measureStage(Folding& f);
bool adviseStage(Folding& f);

const std::vector<FoldingStage>& foldingStages() {
    static const std::vector<FoldingStage> table{
        {"fold", foldStage},
        {"prove", proveStage},
        {"measure", measureStage},
        {"advise", adviseStage},
    };
    return table;
}

Folder::Folder(QObject* parent) : QObject(parent) {
    connect(&worker_, &Worker::failed, this, [this](const QString& why) {
        emit failed(tr("The proof broke off by an error of the program (%1). Your design is as it "
                       "was; undo the last step, or save and report this.")
                        .arg(why));
        emit progress(1);
    });
}

void Folder::request(const Design& design, quint64 version, const Workshop& workshop) {
    worker_.request([this, design, version, workshop](const Worker::Cancelled& cancelled) {
        if (trial_)
            trial_();
        Folding f{design, workshop, cancelled, {}, {}, {}, {}};
        f.s.version = version;
        // Signals reach the receivers' threads by themselves.
        f.show = [&](Snapshot::Stage stage) {
            f.s.stage = stage;
            if (!cancelled)
                emit reached(std::make_shared<Snapshot>(f.s));
        };
        f.progress = [&](double part) {
            if (!cancelled)
                emit progress(part);
        };
        f.preferred = [preferred = preferred_] {
            return static_cast<size_t>(preferred->exchange(-1));
        };
        for (const FoldingStage& stage : foldingStages())
            if (cancelled || !stage.run(f))
                return;
    });
}

} // namespace hl::app
