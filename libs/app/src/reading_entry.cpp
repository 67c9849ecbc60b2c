// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/reading_entry.hpp"

#include "app/edits.hpp"
#include "app/language.hpp"
#include "units/parse.hpp"

namespace euryth::app {

FieldBinding readingBinding(std::size_t port, std::size_t set, std::size_t reading)
{
    FieldBinding binding = numberOf(job::field::speed);
    binding.get = [=](const job::Job& job) -> std::optional<double> {
        const auto speed =
            analysis::readingSpeed(job.ports[port].probes[set].readings[reading], analysis::roomAir(job.bench));
        return speed ? std::optional(speed->si()) : std::nullopt;
    };
    binding.set = [=](job::Job& job, std::optional<double> si) {
        setReadingSpeed(job.ports[port].probes[set].readings[reading],
                        si ? std::optional(Speed::fromSi(*si)) : std::nullopt);
    };
    return binding;
}

QString commitReading(Workspace& workspace, std::size_t port, std::size_t set, std::size_t reading, const QString& text)
{
    const QString asSpeed =
        commit(workspace.document(), readingBinding(port, set, reading), text, workspace.displayUnits());
    if (asSpeed.isEmpty())
        return {};
    // A pitot reads a pressure: `26.5 inH2O` is taken as that. A pressure needs its unit, so a bare number never is
    // one.
    const auto pressure = units::parse<PressureDifference>(text.toStdString(), workspace.displayUnits());
    const auto bare = units::parse<Speed>(text.toStdString(), workspace.displayUnits());
    if (!pressure || bare)
        return asSpeed;
    if (const auto problem = job::rangeProblem(job::field::impact, pressure->si()))
        return shown(*problem);
    if (!analysis::roomAir(workspace.job().bench))
        return QObject::tr("a pressure needs the bench's air (temperature, pressure, humidity) to become a speed");
    return workspace.document().edit(QObject::tr("Change impact pressure"), [&](job::Job& job) {
        setReadingImpact(job.ports[port].probes[set].readings[reading], *pressure);
    });
}

}  // namespace euryth::app
