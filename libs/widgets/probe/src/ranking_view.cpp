// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include <QMouseEvent>
#include <QVBoxLayout>

#include "app/answer.hpp"
#include "bench_views.hpp"
#include "drawing/choke_view.hpp"
#include "engine/choke_ranking.hpp"
#include "kit/canvas.hpp"
#include "kit/field_links.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"
#include "virtual_parts.hpp"

namespace euryth::widgets {

using drawing::ChokeScene;
using units::Kind;

namespace {

constexpr std::size_t kShown = 10;  // places of each side

QString stageName(geometry::OpeningStage stage)
{
    switch (stage) {
    case geometry::OpeningStage::Seat: return tr("seat");
    case geometry::OpeningStage::Edges: return tr("edges");
    case geometry::OpeningStage::Throat: break;
    }
    return tr("throat");
}

/// What chokes first, and what limits the flow at the lifts of both systems of units.
struct Chokes {
    Known<engine::ChokeRanking> ranking;
    Known<std::vector<engine::LiftLimit>> byMetricLift;
    Known<std::vector<engine::LiftLimit>> byInchLift;
};

Chokes chokesOf(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                const std::stop_token& stop)
{
    Chokes chokes;
    const auto model = engine::engineModel(job, port, analysis);
    if (!model)
        return {{std::nullopt, model.missing}, {}, {}};
    chokes.ranking = engine::rankChokes(job, port, analysis, *model, engine::portFlows(job, *model));
    if (!chokes.ranking)
        return chokes;
    const auto& cam = port.side == job::Side::Intake ? job.engine.intakeCam : job.engine.exhaustCam;
    const Length lift = std::max(chokes.ranking->lift, cam.lift.value_or(chokes.ranking->lift));
    const auto limits = [&](Length step) {
        return stop.stop_requested() ? Known<std::vector<engine::LiftLimit>>()
                                     : engine::limitsByLift(job, port, analysis, engine::liftSteps(lift, step));
    };
    chokes.byMetricLift = limits(lengthFromMm(1.0));
    chokes.byInchLift = limits(lengthFromInch(0.05));
    return chokes;
}

class RankingCanvas : public SceneCanvas<ChokeScene> {
public:
    explicit RankingCanvas(Context context) : SceneCanvas(context), m_chokes(context.workspace, chokesOf)
    {
        connect(&m_chokes, &app::Answering::arrived, this, &Canvas::outdate);
        setObjectName(QStringLiteral("ranking"));
        setMinimumHeight(280);
        setAccessibleName(tr("Places by their nearness to the speed of sound, on bench and engine"));
    }

protected:
    [[nodiscard]] ChokeScene makeScene() const override
    {
        ChokeScene scene;
        scene.units = workspace().displayUnits();
        if (!workspace().port()) {
            scene.missing = tr("This job has no port yet.");
            return scene;
        }
        const auto chokes = m_chokes.get();
        if (!chokes) {
            scene.missing = m_chokes.failure().isEmpty() ? tr("Being worked out…") : m_chokes.failure();
            return scene;
        }
        if (!chokes->ranking) {
            scene.missing = tr("Missing: %1.").arg(withLinks(workspace(), chokes->ranking.missing));
            return scene;
        }
        fill(*chokes->ranking, scene);
        const bool inch = scene.units.system == units::System::Inch;
        if (const auto& limits = inch ? chokes->byInchLift : chokes->byMetricLift)
            addLimits(*limits, scene);
        return scene;
    }

    void draw(QPainter& painter, const ChokeScene& scene) override
    {
        drawing::ChokeView(scene, area()).paint(painter, theme());
    }

    void mousePressEvent(QMouseEvent* event) override
    {
        const auto& picture = scene();
        const auto place = drawing::ChokeView(picture, area()).placeAt(event->position());
        if (place && picture.places[*place].station)
            workspace().chooseStation(*picture.places[*place].station);
    }

private:
    [[nodiscard]] QString name(std::size_t place) const
    {
        const job::Port& port = *workspace().port();
        if (place >= port.stations.size())
            return tr("valve");
        const QString named = workspace().text(analysis::stationName(workspace().analysisNow(), port, place));
        return named.isEmpty() ? tr("at %1").arg(workspace().text(Kind::Position, port.stations[place].s.si())) : named;
    }

    [[nodiscard]] QString machText(double mach) const
    {
        return mach >= 1.0 ? tr("sonic") : tr("Mach %1").arg(plainText(workspace(), mach, 2));
    }

    [[nodiscard]] ChokeScene::Place placeOf(const engine::RankedPlace& place) const
    {
        const job::Port& port = *workspace().port();
        ChokeScene::Place shown;
        shown.name = name(place.place);
        shown.bench = place.benchMach;
        shown.engine = place.engineMach;
        shown.benchText = machText(place.benchMach);
        shown.engineText = place.sonicRpm ? tr("%1, sonic from %2")
                                                .arg(machText(place.engineMach),
                                                     workspace().text(Kind::Rotation, place.sonicRpm->si()))
                                          : machText(place.engineMach);
        if (place.place < port.stations.size()) {
            shown.station = place.place;
            shown.chosen = workspace().station() == place.place;
        }
        if (!place.set) {
            shown.from = place.place < port.stations.size() ? tr("mean") : QString();
            return shown;
        }
        const QString ratio = ratioText(workspace(), place.ratio);
        const bool read = workspace().analysisNow().speedSource == analysis::SpeedSource::Readings;
        shown.from =
            read
                ? QStringLiteral("%1, %2").arg(
                      QString::fromStdString(port.probes[workspace().analysisNow().probes[*place.set].index].id), ratio)
                : ratio;
        return shown;
    }

    void fill(const engine::ChokeRanking& ranking, ChokeScene& scene) const
    {
        std::vector<std::optional<std::size_t>> shown(ranking.places.size());
        const auto side = [&](const std::vector<std::size_t>& order) {
            std::vector<std::size_t> kept;
            for (std::size_t rank = 0; rank < std::min(kShown, order.size()); ++rank) {
                auto& place = shown[order[rank]];
                if (!place) {
                    place = scene.places.size();
                    scene.places.push_back(placeOf(ranking.places[order[rank]]));
                }
                kept.push_back(*place);
            }
            return kept;
        };
        scene.onBench = side(ranking.onBench);
        scene.onEngine = side(ranking.onEngine);
        scene.lift = ranking.lift.si();
        scene.benchHead = tr("On the bench: %1 of lift, %2")
                              .arg(workspace().text(Kind::Length, ranking.lift.si()),
                                   workspace().text(Kind::Depression, ranking.depression.si()));
        scene.engineHead = tr("On the engine: at %1").arg(workspace().text(Kind::Rotation, ranking.rpm.si()));
    }

    void addLimits(const std::vector<engine::LiftLimit>& limits, ChokeScene& scene) const
    {
        double before = 0.0;
        for (const engine::LiftLimit& limit : limits) {
            const QString what = limit.stage && *limit.stage != geometry::OpeningStage::Throat
                                     ? tr("valve, %1").arg(stageName(*limit.stage))
                                 : limit.stage ? stageName(*limit.stage)
                                               : name(limit.place);
            const QString mach = machText(limit.mach);
            if (!scene.limits.empty() && scene.limits.back().name == what) {
                scene.limits.back().to = limit.lift.si();
                scene.limits.back().mach = mach;
            } else {
                scene.limits.push_back({before, limit.lift.si(), what, mach});
            }
            before = limit.lift.si();
        }
    }

    mutable app::Answer<Chokes> m_chokes;
};

}  // namespace

QWidget* makeRankingView(Context context)
{
    auto* view = new QWidget;
    auto* panel = new Panel(tr("What chokes first"));
    panel->addTool(makeJudgeBy(context));
    panel->body()->addWidget(new RankingCanvas(context), 1);
    auto* note = liveLabel(context, [context] {
        return tr("Local Mach number by %1: the mean of the flow through runner and valve, times the fastest point's "
                  "ratio. A place that says mean was not probed. Red lines: nearer to choking on the engine than on "
                  "the "
                  "bench.")
            .arg(context.workspace.text(context.workspace.analysisNow().speedsFrom));
    });
    note->setWordWrap(true);
    setTone(note, Tone::Quiet);
    auto* column = new QVBoxLayout(view);
    column->setContentsMargins(0, 0, 0, 0);
    column->addWidget(panel, 1);
    column->addWidget(note);
    return view;
}

}  // namespace euryth::widgets
