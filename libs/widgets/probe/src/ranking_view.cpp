// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include <QMouseEvent>
#include <QVBoxLayout>

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

class RankingCanvas : public SceneCanvas<ChokeScene> {
public:
    explicit RankingCanvas(Context context) : SceneCanvas(context)
    {
        setObjectName(QStringLiteral("ranking"));
        setMinimumHeight(280);
        setAccessibleName(tr("Places by their nearness to the speed of sound, on bench and engine"));
    }

protected:
    [[nodiscard]] ChokeScene makeScene() const override
    {
        ChokeScene scene;
        scene.units = workspace().displayUnits();
        const auto port = workspace().portIndex();
        if (!port) {
            scene.missing = tr("This job has no port yet.");
            return scene;
        }
        const auto ranking = engine::rankChokes(workspace().job(), *workspace().port(), workspace().analysis(),
                                                workspace().flowsOf(*port));
        if (!ranking) {
            scene.missing = tr("Missing: %1.").arg(withLinks(workspace(), ranking.missing));
            return scene;
        }
        fill(*ranking, scene);
        addLimits(*ranking, scene);
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
        const QString named = workspace().text(analysis::stationName(workspace().analysis(), port, place));
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
        const bool read = workspace().analysis().speedSource == analysis::SpeedSource::Readings;
        shown.from =
            read ? QStringLiteral("%1, %2").arg(
                       QString::fromStdString(port.probes[workspace().analysis().probes[*place.set].index].id), ratio)
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

    void addLimits(const engine::ChokeRanking& ranking, ChokeScene& scene) const
    {
        const job::Job& job = workspace().job();
        const job::Port& port = *workspace().port();
        const auto& cam = port.side == job::Side::Intake ? job.engine.intakeCam : job.engine.exhaustCam;
        const Length step = scene.units.system == units::System::Inch ? lengthFromInch(0.05) : lengthFromMm(1.0);
        const auto lifts = engine::liftSteps(std::max(ranking.lift, cam.lift.value_or(ranking.lift)), step);
        const auto limits = engine::limitsByLift(job, port, workspace().analysis(), lifts);
        if (!limits)
            return;
        double before = 0.0;
        for (const engine::LiftLimit& limit : *limits) {
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
            .arg(context.workspace.text(context.workspace.analysis().speedsFrom));
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
