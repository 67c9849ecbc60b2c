// SPDX-License-Identifier: GPL-3.0-or-later

#include "app/flow_edits.hpp"
#include "drawing/strip_view.hpp"
#include "kit/canvas.hpp"
#include "kit/field_links.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"
#include "prove_views.hpp"
#include "proving/ports_alike.hpp"
#include "strip_rows.hpp"

namespace euryth::widgets {

using drawing::StripScene;
using units::Kind;

namespace {

std::optional<proving::PortsAlike> alikeOf(const app::Workspace& w)
{
    return w.portIndex() ? proving::alikeOf(w.job(), *w.portIndex(), app::analysesOf(w)) : std::nullopt;
}

QString nameOfPort(const app::Workspace& w, std::size_t port) { return QString::fromStdString(w.job().ports[port].id); }

class AlikeCanvas : public SceneCanvas<StripScene> {
public:
    explicit AlikeCanvas(Context context) : SceneCanvas(context)
    {
        setObjectName(QStringLiteral("alikeCanvas"));
        setMinimumSize(320, 240);
        setAccessibleName(tr("Ports of one kind beside each other: flow, volume, smallest area, from the middle one"));
    }

protected:
    [[nodiscard]] StripScene makeScene() const override
    {
        const app::Workspace& w = workspace();
        StripScene scene;
        scene.units = w.displayUnits();
        const auto alike = alikeOf(w);
        if (!alike) {
            scene.missing = tr("No other port of this kind to compare with.");
            return scene;
        }
        StripRows rows(scene);
        const auto namesOf = [&](std::size_t k) {
            return std::pair(nameOfPort(w, alike->ports[k]), alike->ports[k] == w.portIndex());
        };
        const job::House& house = w.job().house;
        const auto middle = [&w](Kind kind) { return [&w, kind](double si) { return w.text(kind, si); }; };
        rows.add(tr("mean flow"), alike->flow.values, house.alikeFlow, middle(Kind::Flow), namesOf);
        for (const proving::AlikeAt& at : chosenLifts(*alike)) {
            std::vector<std::optional<double>> values;
            for (const auto& flow : at.flows)
                values.push_back(flow ? std::optional(flow->si()) : std::nullopt);
            rows.add(tr("at %1").arg(w.text(Kind::Length, at.lift.si())), values, house.alikeFlow, middle(Kind::Flow),
                     namesOf);
        }
        rows.add(tr("volume"), alike->volume.values, house.alikeVolume, middle(Kind::Volume), namesOf);
        rows.add(tr("smallest area"), alike->pinch.values, house.alikeVolume, middle(Kind::Area), namesOf);
        std::vector<std::optional<double>> chambers;
        for (const std::size_t i : alike->ports)
            chambers.push_back(chamberOf(w.job(), w.job().ports[i]));
        rows.add(
            tr("chamber"), chambers, [half = house.alikeChamber.si() / 2.0](double volume) { return half / volume; },
            middle(Kind::SmallVolume), namesOf);
        if (scene.rows.empty())
            scene.missing = tr("Nothing of these ports is measured yet.");
        return scene;
    }
    void draw(QPainter& painter, const StripScene& scene) override
    {
        drawing::paintStrip(painter, theme(), scene, area().adjusted(0, 4, 0, 0));
    }

private:
    /// Of the port's cylinder, as it is now.
    static std::optional<double> chamberOf(const job::Job& job, const job::Port& port)
    {
        for (const std::size_t i : job::presentChambers(job)) {
            if (port.cylinder && job.chambers[i].cylinder == port.cylinder)
                return job.chambers[i].volume->si();
        }
        return std::nullopt;
    }

    /// Of many lifts as many as can be read in a picture, the highest among them.
    static std::vector<proving::AlikeAt> chosenLifts(const proving::PortsAlike& alike)
    {
        constexpr std::size_t most = 5;
        const std::size_t step = (alike.lifts.size() + most - 1) / most;
        std::vector<proving::AlikeAt> chosen;
        for (std::size_t i = alike.lifts.size(); i > 0; i = i > step ? i - step : 0)
            chosen.insert(chosen.begin(), alike.lifts[i - 1]);
        return chosen;
    }
};

QString oneToBring(const app::Workspace& w, const proving::PortsAlike& alike, const proving::ToBring& bring)
{
    const QString port = nameOfPort(w, alike.ports[bring.member]);
    QString text = tr("<b>%1</b> flows %2 less than the best one").arg(port, w.text(Kind::Percent, bring.lacks));
    if (!bring.promised)
        return text + tr("; its plan has no cuts that promise anything: plan it in Shape and Cut.");
    text += tr("; its cuts are to bring %1 for %2 of metal: ")
                .arg(w.text(Kind::Percent, *bring.promised), w.text(Kind::SmallVolume, bring.metal->si()));
    return text + (bring.enough() ? tr("that is enough.") : tr("that is not all of it."));
}

QString alikeText(const app::Workspace& w)
{
    const auto alike = alikeOf(w);
    if (!alike)
        return tr(
            "Ports are compared with those of their side, long with long and short with short (Survey says which "
            "is which).");
    QStringList lines;
    const job::House& house = w.job().house;
    lines << tr("The house lets flows differ by %1 from the middle one, volumes and smallest areas by %2 (Shape, House "
                "rules).")
                 .arg(w.text(Kind::Percent, house.alikeFlow), w.text(Kind::Percent, house.alikeVolume));
    QStringList untested;
    for (std::size_t k = 0; k < alike->ports.size(); ++k) {
        if (!alike->tests[k])
            untested << nameOfPort(w, alike->ports[k]);
        if (!alike->whyNot[k].empty()) {
            lines << tr("▲ %1 is not compared in flow: it differs in %2.")
                         .arg(nameOfPort(w, alike->ports[k]), w.text(say("list", {{"items", alike->whyNot[k]}})));
        }
    }
    if (!untested.isEmpty())
        lines << tr("Without a flow test: %1.").arg(untested.join(QStringLiteral(", ")));
    if (alike->oddFlow) {
        lines << tr("<b>Odd one out: %1</b>, %2 from the middle one.")
                     .arg(nameOfPort(w, alike->ports[*alike->oddFlow]), w.text(Kind::Percent, alike->oddBy));
    } else if (alike->flow.spread) {
        lines << tr("None is the odd one out in flow; from the least to the most it is %1.")
                     .arg(w.text(Kind::Percent, *alike->flow.spread));
    }
    for (const proving::ToBring& bring : proving::toBring(w.job(), *alike, app::analysesOf(w)))
        lines << oneToBring(w, *alike, bring);
    return lines.join(QStringLiteral("<br>"));
}

class AlikeView : public QWidget {
public:
    explicit AlikeView(Context context)
    {
        auto* left = new Panel(tr("Ports of this kind"));
        auto* picture = new AlikeCanvas(context);
        left->body()->addWidget(picture, 1);
        left->body()->addWidget(quietLabel(
            tr("Shaded: what the house lets them differ by. Diamond: outside it. Filled: the chosen port.")));
        auto* right = new Panel(tr("Which to bring where"));
        auto* text = new WrapLabel;
        text->setObjectName(QStringLiteral("alikeText"));
        text->setWordWrap(true);
        text->setAlignment(Qt::AlignTop | Qt::AlignLeft);
        text->setTextInteractionFlags(Qt::TextBrowserInteraction);
        right->body()->addWidget(scrolled(text), 1);
        besideEachOther(this, {{left, 3}, {right, 2}});
        setFocusProxy(text);
        whileSeen(context, this, [context, text] { setLinkedText(*text, alikeText(context.workspace)); });
    }
};

}  // namespace

QWidget* makeAlikeView(Context context) { return new AlikeView(context); }

}  // namespace euryth::widgets
