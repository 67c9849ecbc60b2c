// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <optional>
#include <type_traits>

#include <QString>

#include "app/document.hpp"
#include "job/fields.hpp"
#include "units/units.hpp"

namespace euryth::app {

/// One number of the job as a person edits it: what it is, how it is shown, and where it lives.
struct FieldBinding {
    QString label;
    job::Field field;
    units::Kind kind = units::Kind::Length;
    QString emptyText;      ///< stands in an empty field; "unknown" where it is empty itself
    bool required = false;  ///< false: may be emptied, which makes it unknown
    std::function<std::optional<double>(const job::Job&)> get;  ///< SI
    std::function<void(job::Job&, std::optional<double>)> set;  ///< SI
};

namespace detail {

template <class T>
struct Number {
    static double si(const T& value) { return value.si(); }
    static T from(double si) { return T::fromSi(si); }
};
template <>
struct Number<double> {
    static double si(double value) { return value; }
    static double from(double si) { return si; }
};
template <>
struct Number<int> {
    static double si(int value) { return value; }
    static int from(double si) { return static_cast<int>(si); }
};

template <class T>
struct IsOptional : std::false_type {
};
template <class T>
struct IsOptional<std::optional<T>> : std::true_type {
};

}  // namespace detail

/// A binding to the member that `access` returns a reference to: `[](auto& job) -> auto& { return job.engine.bore; }`.
/// A member that is an optional may be unknown, any other is required; one of another kind than the entry does not
/// compile.
template <class Kind, class Access>
FieldBinding bind(QString label, const job::FieldOf<Kind>& field, units::Kind kind, Access access)
{
    using Member = std::remove_cvref_t<decltype(access(std::declval<job::Job&>()))>;
    static_assert(std::is_same_v<Member, Kind> || std::is_same_v<Member, std::optional<Kind>>,
                  "the register has another kind of number under this entry");
    FieldBinding binding{std::move(label), field, kind, {}, !detail::IsOptional<Member>::value, {}, {}};
    if constexpr (detail::IsOptional<Member>::value) {
        using T = typename Member::value_type;
        binding.get = [access](const job::Job& job) -> std::optional<double> {
            const Member& member = access(job);
            return member ? std::optional(detail::Number<T>::si(*member)) : std::nullopt;
        };
        binding.set = [access](job::Job& job, std::optional<double> si) {
            access(job) = si ? std::optional(detail::Number<T>::from(*si)) : std::nullopt;
        };
    } else {
        binding.get = [access](const job::Job& job) -> std::optional<double> {
            return detail::Number<Member>::si(access(job));
        };
        binding.set = [access](job::Job& job, std::optional<double> si) {
            access(job) = detail::Number<Member>::from(*si);
        };
    }
    return binding;
}

/// The value as text for a field, without unit; empty where it is unknown.
QString fieldText(const FieldBinding& binding, const job::Job& job, const units::DisplayUnits& units);

/// Reads what was typed and puts it into the job as one undo step. Returns what is wrong, in which case the job has not
/// changed, or an empty text. Text that says what already is there changes nothing, so that shown digits never replace
/// finer ones.
QString commit(Document& document, const FieldBinding& binding, const QString& text, const units::DisplayUnits& units);

}  // namespace euryth::app
