// SPDX-License-Identifier: GPL-3.0-or-later
#include <QHBoxLayout>
#include <QHeaderView>
#include <QPainter>
#include <QStandardItemModel>
#include <QTableView>

#include "app/language.hpp"
#include "drawing/section_view.hpp"
#include "virtual_parts.hpp"

namespace euryth::widgets {

using units::Kind;

namespace {

/// A probe set with what the computed field reads at its points.
struct Pair {
    std::size_t probe = 0;
    std::vector<probing::PointReading> computed;
};

/// In the order of the runner.
std::vector<Pair> pairsOf(const app::Workspace& w, const app::VirtualProbe& virtualProbe)
{
    std::vector<Pair> pairs;
    for (const auto& probe : w.analysisNow().probes) {
        auto computed = virtualProbe.readingsAt(probe.index);
        if (!computed.empty())
            pairs.push_back({probe.index, std::move(computed)});
    }
    std::ranges::stable_sort(pairs, {}, [&](const Pair& p) { return w.analysisNow().probes[p.probe].station; });
    return pairs;
}

QStandardItem* item(const QString& text, bool number = true)
{
    auto* cell = new QStandardItem(text);
    cell->setEditable(false);
    if (number)
        cell->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
    return cell;
}

QString difference(const app::Workspace& w, double measured, double computed)
{
    const double share = computed / measured - 1.0;
    return (share >= 0.0 ? QStringLiteral("+") : QStringLiteral("-")) + w.text(Kind::Percent, std::abs(share));
}

void fill(QStandardItemModel& model, const app::Workspace& w, const app::VirtualProbe& virtualProbe)
{
    model.clear();
    const QString unit = w.symbol(Kind::Speed);
    model.setHorizontalHeaderLabels(
        {tr("set"), tr("point"), tr("measured, %1").arg(unit), tr("computed, %1").arg(unit), tr("computed against")});
    for (const Pair& pair : pairsOf(w, virtualProbe)) {
        const auto& probe = w.analysisNow().probes[pair.probe];
        for (std::size_t i = 0; i < pair.computed.size(); ++i) {
            const auto& measured = probe.readings[i].speed;
            const auto& computed = pair.computed[i].speed;
            auto* first = item(QString::fromStdString(w.port()->probes[pair.probe].id), false);
            first->setData(QVariant::fromValue(pair.probe));
            model.appendRow({first, item(w.text(analysis::pointName(pair.computed[i].at)), false),
                             item(w.number(Kind::Speed, measured ? std::optional(measured->si()) : std::nullopt)),
                             item(w.number(Kind::Speed, computed ? std::optional(computed->si()) : std::nullopt)),
                             item(measured && computed ? difference(w, measured->si(), computed->si())
                                                       : QString::fromUtf8(units::kUnknownText))});
        }
    }
}

QString fastestPoint(const std::vector<probing::PointReading>& readings)
{
    const auto fastest =
        std::ranges::max_element(readings, {}, [](const auto& r) { return r.speed.value_or(Speed{}); });
    return app::shown(analysis::pointName(fastest->at));
}

/// Which of the two to doubt where they part.
QString doubt(const app::Workspace& w, const analysis::ProbeResult& probe, bool letGo, double apart)
{
    constexpr double near = 0.1;  // what the instant field is off in the core, see docs/methods.md
    constexpr double flowOff = 0.05;
    if (letGo)
        return tr(" The air has let go before here: believe the probe.");
    if (apart <= near)
        return tr(" They agree.");
    if (probe.flowAgainstBench && std::abs(*probe.flowAgainstBench) > flowOff)
        return tr(" Doubt the readings: with them the flow is %1 off the bench's.")
            .arg(w.text(Kind::Percent, *probe.flowAgainstBench));
    return probe.flowAgainstBench
               ? tr(" The readings make the bench's flow: doubt the computed pattern, or a section before here.")
               : tr(" Read the bench's flow with the set: it says which of the two to doubt.");
}

/// One line a set: how far apart, and whether both find the same fastest place.
QString summary(const app::Workspace& w, const app::VirtualProbe& virtualProbe)
{
    if (const QString missing = fieldMissing(virtualProbe, virtualProbe.present()); !missing.isEmpty())
        return missing;
    const auto pairs = pairsOf(w, virtualProbe);
    if (pairs.empty())
        return tr("No probe set of this port has been taken at a measured station yet.");
    QStringList lines;
    for (const Pair& pair : pairs) {
        const auto& probe = w.analysisNow().probes[pair.probe];
        double squares = 0.0;
        double sum = 0.0;
        int count = 0;
        for (std::size_t i = 0; i < pair.computed.size(); ++i) {
            if (!probe.readings[i].speed || !pair.computed[i].speed)
                continue;
            const double off = (*pair.computed[i].speed - *probe.readings[i].speed).si();
            squares += off * off;
            sum += probe.readings[i].speed->si();
            ++count;
        }
        const QString name = QString::fromStdString(w.port()->probes[pair.probe].id);
        if (count == 0) {
            lines << tr("%1: not read yet.").arg(name);
            continue;
        }
        const auto& stations = w.port()->stations;
        const bool letGo = !virtualProbe.present().shown->isTrustedAt(stations[*probe.station].s);
        const double apart = std::sqrt(squares / count) * count / sum;
        lines << tr("%1, %2: apart by %3 of the mean (rms). Fastest: measured %4, computed %5.%6")
                     .arg(name, w.text(Kind::Position, stations[*probe.station].s.si()), w.text(Kind::Percent, apart),
                          fastestPoint(probe.readings), fastestPoint(pair.computed), doubt(w, probe, letGo, apart));
    }
    return lines.join(QLatin1Char('\n'));
}

}  // namespace

QWidget* makeBesideView(Context context, app::VirtualProbe& probe)
{
    auto* view = new QWidget;
    view->setObjectName(QStringLiteral("besideView"));
    auto* model = new QStandardItemModel(view);
    auto* table = new QTableView;
    table->setObjectName(QStringLiteral("besideTable"));
    table->setModel(model);
    table->verticalHeader()->hide();
    table->verticalHeader()->setDefaultSectionSize(24);
    table->horizontalHeader()->setStretchLastSection(true);
    table->setSelectionBehavior(QAbstractItemView::SelectRows);
    auto& w = context.workspace;
    QObject::connect(table->selectionModel(), &QItemSelectionModel::currentRowChanged, view,
                     [&w, model](const QModelIndex& at) {
                         const QStandardItem* cell = at.isValid() ? model->item(at.row(), 0) : nullptr;
                         if (cell)
                             w.chooseProbe(cell->data().value<std::size_t>());
                     });
    auto* tablePanel = new Panel(tr("Point by point"));
    tablePanel->body()->addWidget(table, 1);
    auto* sumPanel = new Panel(tr("Measured and computed"));
    auto* sums = probeLabel(probe, "besideSums", [&w, &probe] { return summary(w, probe); });
    sums->setWordWrap(true);
    sums->setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::TextSelectableByKeyboard);
    auto* limits = probeLabel(probe, "besideLimits", [&w, &probe] { return fieldLimits(w, probe); });
    limits->setWordWrap(true);
    auto* how =
        quietLabel(tr("The computed probe stands at the same points, at the flow that the bench read with each "
                      "set. Where both agree the numbers can be built on; where they part, a reading, an area "
                      "or the air is not what it was taken for."));
    how->setWordWrap(true);
    sumPanel->body()->addWidget(sums);
    sumPanel->body()->addWidget(how);
    auto* section = new FieldSectionCanvas(context, probe, FieldSectionCanvas::Shows::Present);
    section->setMinimumSize(160, 120);
    sumPanel->body()->addWidget(section, 1);
    sumPanel->body()->addWidget(limits);
    const auto refresh = [&w, &probe, model, table] {
        if (!table->isVisible())
            return;
        const QSignalBlocker quiet(table->selectionModel());
        fill(*model, w, probe);
        table->resizeColumnsToContents();
    };
    QObject::connect(&probe, &app::VirtualProbe::changed, view, refresh);
    whileSeen(context, view, refresh);
    auto* row = new QHBoxLayout(view);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(8);
    row->addWidget(tablePanel, 5);
    row->addWidget(sumPanel, 4);
    view->setFocusProxy(table);
    return view;
}

}  // namespace euryth::widgets
