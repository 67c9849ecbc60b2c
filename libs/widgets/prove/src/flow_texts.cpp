// SPDX-License-Identifier: GPL-3.0-or-later
#include "flow_texts.hpp"

#include <cmath>

#include "app/flow_edits.hpp"
#include "flow_picture.hpp"
#include "kit/field_links.hpp"
#include "proving/pair_swirl.hpp"
#include "proving/promise.hpp"
#include "proving/swirl.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

using units::Kind;

void BandShift::want(const proving::Difference& gain)
{
    const auto* analysis = m_context.workspace.analysed();
    if (!analysis)
        return;
    const auto job = m_context.workspace.snapshot();
    const std::size_t port = *m_context.workspace.portIndex();
    if (m_of == job && m_port == port && m_pair == std::pair(gain.from, gain.to))
        return;
    m_of = job;
    m_port = port;
    m_pair = {gain.from, gain.to};
    m_shift.reset();
    m_work.start(
        [this, job, port, gain, of = *analysis](const std::stop_token& stop, const app::Background::Post& post) {
            const auto shift = proving::powerShift(*job, job->ports[port], of, gain.from, gain.to, stop);
            post([this, shift] { m_shift = shift; });
        });
}

void BandShift::drop()
{
    m_of.reset();
    m_shift.reset();
    m_work.reset();
}

namespace {

QString plain(const app::Workspace& w, double value, int decimals)
{
    return QString::fromStdString(units::formatPlain(value, decimals, w.displayUnits()));
}

QString bandText(const app::Workspace& w, const BandShift& band)
{
    if (!band.shift() || !*band.shift())
        return {};
    const proving::PowerShift& shift = **band.shift();
    return tr("As far as the port goes the engine may fill at %1 as it did at %2; no waves are reckoned.")
        .arg(w.text(Kind::Rotation, shift.to.si()), w.text(Kind::Rotation, shift.from.si()));
}

QString meansText(const app::Workspace& w, const QString& name, const proving::FlowSums& sums)
{
    return tr("%1: mean over the lift %2, over its upper half %3")
               .arg(name, w.text(Kind::Flow, sums.mean.si()), w.text(Kind::Flow, sums.upperMean.si())) +
           (sums.camMean ? tr("; over the cam %1, an open area of %2.")
                               .arg(w.text(Kind::Flow, sums.camMean->si()), w.text(Kind::Area, sums.camMeanArea->si()))
                         : tr("; over the cam not yet: missing %1.").arg(withLinks(w, sums.camMean.missing)));
}

QString swirlText(const app::Workspace& w, const job::Port& port, const proving::FlowSums& sums)
{
    const auto swirl = proving::swirlOf(w.job(), port, sums);
    if (!swirl || !swirl->mean)
        return {};
    const QString mean = plain(w, *swirl->mean, 3);
    QString text = swirl->motion == job::Motion::Tumble ? tr("Tumble: mean coefficient %1").arg(mean)
                                                        : tr("Swirl: mean coefficient %1").arg(mean);
    if (swirl->ratio)
        text += tr(", ratio over the cam %1").arg(plain(w, *swirl->ratio, 2));
    return text + tr(" (the bore of %1 turns it).").arg(w.text(Kind::Length, swirl->bore.si()));
}

/// What the valves' layout would give, told as the estimate that it is; nothing where it is not known.
QString layoutText(const app::Workspace& w, const job::Port& port)
{
    if (port.side != job::Side::Intake)
        return {};
    const auto pair = proving::pairSwirl(w.job(), port, app::analysesOf(w));
    if (!pair)
        return {};
    QString facing;
    for (const proving::ValveSwirl& valve : pair->valves) {
        if (!valve.faces)
            continue;
        const auto id = [&](std::size_t i) { return QString::fromStdString(w.job().ports[i].id); };
        facing += tr(" %1 faces %2").arg(id(valve.port), id(*valve.faces));
        facing += valve.facedSunk ? tr(", which is sunk by %1.").arg(w.text(Kind::Length, valve.facedSunk->si()))
                                  : QStringLiteral(".");
    }
    const QString size = plain(w, std::abs(pair->coefficient), 3);
    const QString shares = pair->byFlow ? tr("flows") : tr("valve areas");
    constexpr double none = 0.0005;
    const QString lie = tr("By the lie of the valves and the ports' headings (an estimate, by %1):").arg(shares);
    if (std::abs(pair->coefficient) < none)
        return lie + tr(" no swirl.") + facing;
    return lie +
           (pair->coefficient > 0.0 ? tr(" swirl %1 to the left, seen from above.")
                                    : tr(" swirl %1 to the right, seen from above."))
               .arg(size) +
           facing;
}

QString factorText(const app::Workspace& w, const proving::FlowSums& sums)
{
    if (sums.factorUncertainty)
        return tr("The bench's factor is sure to %1.").arg(w.text(Kind::Percent, *sums.factorUncertainty));
    if (!sums.factorKnown)
        return tr("The bench's factor is not known: its numbers compare with its own only, and are sure to %1.")
            .arg(w.text(Kind::Percent, sums.doubt()));
    return {};
}

}  // namespace

QString flowText(const app::Workspace& w, std::size_t chosen, BandShift& band)
{
    const job::Port& port = *w.port();
    QStringList lines;
    const auto tests = proving::allSums(w.job(), port, w.analysisNow());
    if (const auto gain = proving::gainOf(port, tests)) {
        lines << tr("<b>%1 to %2: %3 over all lifts.</b>")
                     .arg(testName(port.flow[gain->from]), testName(port.flow[gain->to]),
                          w.text(Kind::Percent, gain->mean));
        band.want(*gain);
        lines << bandText(w, band);
    } else {
        band.drop();
    }
    const auto sums = proving::sumsOf(w.job(), port, w.analysisNow(), chosen);
    const QString name = testName(port.flow[chosen]);
    if (sums) {
        lines << meansText(w, name, *sums);
        if (sums->throughPinch) {
            constexpr double hundredCc = 1e-4;
            lines << tr("At most %1 through the pinch; %2 for each 100 cc of port.")
                         .arg(w.text(Kind::Speed, sums->throughPinch->si()),
                              w.text(Kind::Flow, *sums->fillsPerSecond * hundredCc));
        }
        lines << swirlText(w, port, *sums) << layoutText(w, port) << factorText(w, *sums);
    } else {
        lines << tr("%1 is not worked out. Missing: %2.").arg(name, withLinks(w, sums.missing));
    }
    lines << promiseText(w);
    lines.removeAll(QString());
    return lines.join(QStringLiteral("<br>"));
}

QString promiseText(const app::Workspace& w)
{
    const job::Port& port = *w.port();
    if (port.promises.empty())
        return {};
    QStringList lines;
    const auto kept = proving::promisesKept(w.job(), port, w.analysisNow());
    for (const proving::PromiseKept& k : kept) {
        lines << tr("Promised by the cuts after %1, measured in %2: %3 off.")
                     .arg(QString::fromStdString(port.promises[k.promise].from),
                          QString::fromStdString(port.flow[k.test].id), w.text(Kind::Percent, k.mean));
    }
    if (kept.empty()) {
        const auto record = proving::promiseRecord(w.job(), app::analysesOf(w));
        lines << tr("Promised by the cuts after %1 (thin dashes); of promises like it the next is sure to %2.")
                     .arg(QString::fromStdString(port.promises.back().from), w.text(Kind::Percent, record.range));
    }
    return lines.join(QLatin1Char(' '));
}

}  // namespace euryth::widgets
