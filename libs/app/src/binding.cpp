// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/binding.hpp"

#include <cmath>

#include <QCoreApplication>

#include "app/language.hpp"
#include "job/usual.hpp"
#include "units/format.hpp"
#include "units/parse.hpp"

namespace euryth::app {

QString labelOf(const job::Field& field) { return shown(field.label()); }

QString fieldText(const FieldBinding& binding, const job::Job& job, const units::DisplayUnits& units)
{
    const auto si = binding.get(job);
    return si ? QString::fromStdString(units::formatNumber(binding.kind, *si, units)) : QString();
}

QString commit(Document& document, const FieldBinding& binding, const QString& text, const units::DisplayUnits& units)
{
    const QString typed = text.trimmed();
    if (typed == fieldText(binding, document.job(), units))
        return {};
    std::optional<double> si;
    if (typed.isEmpty()) {
        if (binding.required)
            return QCoreApplication::translate("Field", "a value is needed here");
    } else {
        const auto parsed = units::parseSi(typed.toStdString(), binding.kind, units);
        if (!parsed)
            return shown(parsed.error().message);
        if (binding.kind == units::Kind::Count && *parsed != std::floor(*parsed))
            return QCoreApplication::translate("Field", "must be a whole number, is %1").arg(typed);
        if (const auto problem = job::rangeProblem(binding.field, *parsed))
            return shown(*problem);
        if (const Phrase against = binding.refuse ? binding.refuse(document.job(), *parsed) : Phrase{};
            !against.empty())
            return shown(against);
        si = *parsed;
    }
    return document.edit(QCoreApplication::translate("Undo", "Change %1").arg(binding.label), [&](job::Job& job) {
        binding.set(job, si);
        if (binding.member)
            job::markMeasured(job, binding.member(job));
    });
}

std::optional<UsualOffer> usualOffer(const FieldBinding& binding, const job::Job& job, const units::DisplayUnits& units)
{
    const auto usual = binding.member ? job::usualFor(job, binding.member(job)) : std::nullopt;
    if (!usual)
        return std::nullopt;
    return UsualOffer{QString::fromStdString(units::formatWithUnit(binding.kind, usual->si, units)), shown(usual->why)};
}

bool isAssumed(const FieldBinding& binding, const job::Job& job)
{
    return binding.member && job::isAssumed(job, binding.member(job));
}

QString takeUsual(Document& document, const FieldBinding& binding)
{
    if (!binding.member)
        return {};
    const job::Job& job = document.job();
    if (isAssumed(binding, job)) {
        return document.edit(QCoreApplication::translate("Undo", "%1 is measured").arg(binding.label),
                             [&](job::Job& j) { job::markMeasured(j, binding.member(j)); });
    }
    if (binding.get(job) || !job::usualFor(job, binding.member(job)))
        return {};
    return document.edit(QCoreApplication::translate("Undo", "Usual %1").arg(binding.label),
                         [&](job::Job& j) { job::takeUsual(j, binding.member(j)); });
}

}  // namespace euryth::app
