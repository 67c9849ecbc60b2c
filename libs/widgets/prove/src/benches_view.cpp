// SPDX-License-Identifier: GPL-3.0-or-later
#include <QListWidget>

#include "app/flow_edits.hpp"
#include "drawing/engine_view.hpp"
#include "kit/canvas.hpp"
#include "kit/chart_canvas.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"
#include "prove_views.hpp"
#include "proving/bench_pairing.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

using proving::BenchPairing;
using units::Kind;

namespace {

class PairingCanvas : public ChartCanvas {
public:
    PairingCanvas(Context context, std::function<std::optional<BenchPairing>()> chosen)
        : ChartCanvas(context, 1),
          m_chosen(std::move(chosen))
    {
        setObjectName(QStringLiteral("pairingCanvas"));
        setMinimumSize(320, 220);
        setAccessibleName(tr("One bench over the other, lift by lift"));
    }

protected:
    [[nodiscard]] std::vector<drawing::ChartScene> makeCharts() const override
    {
        drawing::ChartScene chart;
        chart.units = workspace().displayUnits();
        const auto pairing = m_chosen();
        if (!pairing) {
            chart.missing = tr("No port was tested in one state on two benches.");
            return {chart};
        }
        chart.title = tr("True flow over what %1 reads, by %2")
                          .arg(QString::fromStdString(pairing->other), QString::fromStdString(pairing->trusted));
        chart.xTitle = tr("lift, %1").arg(workspace().symbol(Kind::Length));
        chart.xKind = Kind::Length;
        chart.fromZero = false;
        drawing::ChartLine mean{
            tr("factor, with its range"), drawing::LineStyle::Plan, {}, false, pairing->uncertainty.value_or(0.0)};
        drawing::ChartLine lifts{tr("lift by lift"), drawing::LineStyle::Now, {}, true, 0.0};
        for (const auto& [lift, factor] : pairing->at)
            lifts.points.emplace_back(lift.si(), factor);
        std::ranges::stable_sort(lifts.points, {}, &QPointF::x);
        mean.points = {{lifts.points.front().x(), pairing->factor}, {lifts.points.back().x(), pairing->factor}};
        chart.lines = {std::move(lifts), std::move(mean)};
        return {chart};
    }

private:
    std::function<std::optional<BenchPairing>()> m_chosen;
};

class BenchesView : public QWidget {
public:
    explicit BenchesView(Context context) : m_context(context)
    {
        auto* left = new Panel(tr("One head, two benches"));
        m_list = new QListWidget;
        m_list->setObjectName(QStringLiteral("pairings"));
        connect(m_list, &QListWidget::currentRowChanged, this, [this] { showChosen(); });
        left->body()->addWidget(m_list, 1);
        m_text = new WrapLabel;
        m_text->setObjectName(QStringLiteral("pairingText"));
        m_text->setWordWrap(true);
        left->body()->addWidget(m_text);
        m_keep = new QPushButton(tr("&Keep as this bench's factor"));
        m_keep->setObjectName(QStringLiteral("keepPairing"));
        connect(m_keep, &QPushButton::clicked, this, [this] {
            if (const auto pairing = chosen())
                app::keepPairing(m_context.workspace, *pairing);
        });
        left->body()->addWidget(m_keep);
        auto* right = new Panel(tr("Lift by lift"));
        m_picture = new PairingCanvas(context, [this] { return chosen(); });
        right->body()->addWidget(m_picture, 1);
        besideEachOther(this, {{left, 2}, {right, 3}});
        setFocusProxy(m_list);
        whileSeen(context, this, [this] { refresh(); });
    }

private:
    [[nodiscard]] std::optional<BenchPairing> chosen() const
    {
        const int row = m_list->currentRow();
        return row >= 0 && row < static_cast<int>(m_pairings.size())
                   ? std::optional(m_pairings[static_cast<std::size_t>(row)])
                   : std::nullopt;
    }

    void refresh()
    {
        const app::Workspace& w = m_context.workspace;
        const int row = m_list->currentRow();
        m_pairings = proving::benchPairings(w.job(), app::analysesOf(w));
        m_list->clear();
        for (const BenchPairing& pairing : m_pairings) {
            m_list->addItem(tr("%1 by %2, %3: factor %4")
                                .arg(QString::fromStdString(pairing.other), QString::fromStdString(pairing.trusted),
                                     pairing.side == job::Side::Intake ? tr("intake") : tr("exhaust"),
                                     QString::fromStdString(units::formatPlain(pairing.factor, 3, w.displayUnits()))));
        }
        m_list->setCurrentRow(m_pairings.empty() ? -1 : std::clamp(row, 0, static_cast<int>(m_pairings.size()) - 1));
        showChosen();
    }

    void showChosen()
    {
        const app::Workspace& w = m_context.workspace;
        const auto pairing = chosen();
        m_keep->setEnabled(pairing.has_value());
        m_picture->outdate();
        if (!pairing) {
            m_text->setText(
                tr("Test a port on both benches without touching it between, in one set-up (each bench's own "
                   "adapter): lift by lift that gives a factor and how far it may be off."));
            return;
        }
        QString text = tr("Read on both at %1 lifts, the last time on %2; the factor scatters by %3")
                           .arg(pairing->lifts)
                           .arg(QString::fromStdString(pairing->when.substr(0, 10)),
                                w.text(Kind::Percent, pairing->deviation / pairing->factor));
        if (pairing->uncertainty)
            text += tr(" and is sure to %1").arg(w.text(Kind::Percent, *pairing->uncertainty));
        m_text->setText(text + tr(". Not the same on intake and exhaust: each side has its own."));
    }

    Context m_context;
    std::vector<BenchPairing> m_pairings;
    QListWidget* m_list;
    QLabel* m_text;
    QPushButton* m_keep;
    PairingCanvas* m_picture;
};

}  // namespace

QWidget* makeBenchesView(Context context) { return new BenchesView(context); }

}  // namespace euryth::widgets
