#include "app/panels/structure_model.h"
#include "app/look/plain_tip.h"
#include "app/look/theme.h"
#include "core/structures/family.h"
#include "core/structures/naming.h"
#include <QFile>
#include <algorithm>
#include <map>

namespace hl::app {

StructureModel::StructureModel(Session& session, QObject* parent)
    : QAbstractItemModel(parent), session_(session), things_(things()) {
    connect(&session_, &Session::designChanged, this, &StructureModel::update);
    connect(&session_, &Session::snapshotChanged, this, [this] {
        if (session_.snapshot()->stage == Snapshot::Proved) // now there are findings to mark
            update();
    });
}

std::vector<StructureModel::Thing> StructureModel::things() const {
    const Design& d = session_.design();
    std::vector<Thing> out{{"card", QString::fromStdString(d.title), {}, "card", -1, {}, {}}};
    std::map<std::string, int> numbers{{"card", 0}};
    auto add = [&](const std::string& id, const std::string& host, Thing thing) {
        thing.id = QString::fromStdString(id);
        thing.parent = numbers.at(host);
        numbers[id] = int(out.size());
        out[size_t(thing.parent)].children.push_back(int(out.size()));
        out.push_back(std::move(thing));
    };
    for (const FreePart& p : d.parts)
        add(p.id, "card",
            {{},
             QString::fromStdString(callName(p)),
             tr("A blank with what is drawn on it"),
             "blank",
             0,
             {},
             {}});
    for (size_t placed = 0, round = 0; placed < d.structures.size() && round <= d.structures.size();
         ++round)
        for (const StructureSpec& s : d.structures) {
            const Family& f = *family(s.kind);
            if (f.dresses) // the tray has those
                continue;
            // What is glued on a mat is listed under what wears the mat.
            std::string host = seriesOf(d, ownerOf(s.on));
            for (const StructureSpec* o = d.structure(host); o && family(o->kind)->dresses;
                 o = d.structure(host))
                host = seriesOf(d, ownerOf(o->on));
            if (numbers.count(s.id) || !numbers.count(host))
                continue;
            // Those of a group that lie on the panel itself are listed under the group.
            if (const GroupSpec* g = d.groupWith(s.id);
                g && std::find(g->members.begin(), g->members.end(), host) == g->members.end()) {
                if (!numbers.count(g->id))
                    add(g->id, host,
                        {{},
                         QString::fromStdString(callName(*g)),
                         tr("%n figures held as one", nullptr, int(g->members.size())),
                         "group",
                         0,
                         {},
                         {}});
                host = g->id;
            }
            // Those with a picture of their own; the rest share the lantern.
            const QString own = QString::fromStdString(f.id);
            add(s.id, host,
                {{},
                 QString::fromStdString(callName(d, s)),
                 tr("%1 on the %2")
                     .arg(QString::fromStdString(f.name),
                          QString::fromStdString(placeName(d, s.on))),
                 QFile::exists(":/icons/" + own + ".svg") ? own : "lantern",
                 0,
                 {},
                 {}});
            ++placed;
        }
    if (session_.snapshot() && session_.current())
        for (const Finding& f : session_.snapshot()->findings)
            for (const std::string& part : f.parts)
                if (auto it = numbers.find(part);
                    it != numbers.end() && part != "card" && f.severity != Severity::Note) {
                    auto& worst = out[size_t(it->second)].worst;
                    if (!worst || f.severity == Severity::Stop)
                        worst = f.severity;
                }
    return out;
}

void StructureModel::update() {
    std::vector<Thing> next = things();
    if (next == things_) {
        things_ = std::move(next);
        for (size_t i = 0; i < things_.size(); ++i) {
            const QModelIndex at = indexOf(things_[i].id);
            emit dataChanged(at, at);
        }
        return;
    }
    beginResetModel();
    things_ = std::move(next);
    endResetModel();
    emit madeUpAnew();
}

QModelIndex StructureModel::indexOf(const QString& id) const {
    for (size_t i = 0; i < things_.size(); ++i)
        if (things_[i].id == id) {
            int row = 0;
            if (things_[i].parent >= 0) {
                const auto& all = things_[size_t(things_[i].parent)].children;
                row = int(std::find(all.begin(), all.end(), int(i)) - all.begin());
            }
            return createIndex(row, 0, quintptr(i));
        }
    return {};
}

QModelIndex StructureModel::index(int row, int column, const QModelIndex& parent) const {
    if (column != 0 || row < 0)
        return {};
    if (!parent.isValid())
        return row == 0 && !things_.empty() ? createIndex(0, 0, quintptr(0)) : QModelIndex();
    const auto& children = things_[size_t(parent.internalId())].children;
    return row < int(children.size()) ? createIndex(row, 0, quintptr(children[size_t(row)]))
                                      : QModelIndex();
}

QModelIndex StructureModel::parent(const QModelIndex& child) const {
    if (!child.isValid())
        return {};
    const int up = things_[size_t(child.internalId())].parent;
    return up < 0 ? QModelIndex() : indexOf(things_[size_t(up)].id);
}

int StructureModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? int(things_[size_t(parent.internalId())].children.size()) : 1;
}

QVariant StructureModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid())
        return {};
    const Thing& t = things_[size_t(index.internalId())];
    switch (role) {
    case Qt::DisplayRole:
        return t.name + (!t.worst ? "" : t.worst == Severity::Stop ? "  ■" : "  ▲");
    case Qt::ForegroundRole:
        return t.worst ? QVariant(severityColour(*t.worst)) : QVariant();
    case Qt::DecorationRole:
        return icon(t.icon);
    case Qt::ToolTipRole:
        return plainTip(t.tip);
    case idRole:
        return t.id;
    default:
        return {};
    }
}

} // namespace hl::app
