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
    /// The number itself, by which one knows which it is; nothing of a number that is not the job's own.
    std::function<const void*(const job::Job&)> member;
    /// What speaks against a number inside its range; an empty phrase where nothing does.
    std::function<Phrase(const job::Job&, double si)> refuse;
};

namespace detail {

/// Of kinds that are shown in one way only.
template <class Number>
inline constexpr units::Kind kUsualKind;
template <>
inline constexpr units::Kind kUsualKind<Area> = units::Kind::Area;
template <>
inline constexpr units::Kind kUsualKind<Angle> = units::Kind::Angle;
template <>
inline constexpr units::Kind kUsualKind<Speed> = units::Kind::Speed;
template <>
inline constexpr units::Kind kUsualKind<PressureDifference> = units::Kind::Depression;
template <>
inline constexpr units::Kind kUsualKind<AbsolutePressure> = units::Kind::AirPressure;
template <>
inline constexpr units::Kind kUsualKind<VolumeFlow> = units::Kind::Flow;
template <>
inline constexpr units::Kind kUsualKind<Temperature> = units::Kind::Temperature;
template <>
inline constexpr units::Kind kUsualKind<RotationalSpeed> = units::Kind::Rotation;
template <>
inline constexpr units::Kind kUsualKind<Torque> = units::Kind::Torque;
template <>
inline constexpr units::Kind kUsualKind<int> = units::Kind::Count;

}  // namespace detail

/// The register's name for a number, in the language in use.
QString labelOf(const job::Field& field);

/// How a number is shown and typed: by its kind and what the register says of it.
template <class Number>
constexpr units::Kind kindOf(const job::FieldOf<Number>& field)
{
    using units::Kind;
    if constexpr (std::is_same_v<Number, Length>)
        return field.shown == job::Shown::Position ? Kind::Position : Kind::Length;
    else if constexpr (std::is_same_v<Number, Volume>)
        return field.shown == job::Shown::Small ? Kind::SmallVolume : Kind::Volume;
    else if constexpr (std::is_same_v<Number, double>)
        return field.shown == job::Shown::Percent ? Kind::Percent : Kind::Number;
    else
        return detail::kUsualKind<Number>;
}

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

/// What the register says of a number, without a place where it lives; it may be unknown.
template <class Number>
FieldBinding numberOf(const job::FieldOf<Number>& field)
{
    return {labelOf(field), field, kindOf(field), {}, false, {}, {}, {}, {}};
}

/// A binding to the member that `access` returns a reference to: `[](auto& job) -> auto& { return job.engine.bore; }`.
/// A member that is an optional may be unknown, any other is required; one of another kind than the entry does not
/// compile.
template <class Kind, class Access>
FieldBinding bind(const job::FieldOf<Kind>& field, Access access)
{
    using Member = std::remove_cvref_t<decltype(access(std::declval<job::Job&>()))>;
    static_assert(std::is_same_v<Member, Kind> || std::is_same_v<Member, std::optional<Kind>>,
                  "the register has another kind of number under this entry");
    FieldBinding binding = numberOf(field);
    binding.required = !detail::IsOptional<Member>::value;
    binding.member = [access](const job::Job& job) -> const void* { return &access(job); };
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

/// A binding under a name that fits its place better than the register's.
inline FieldBinding named(QString label, FieldBinding binding)
{
    binding.label = std::move(label);
    return binding;
}

/// The value as text for a field, without unit; empty where it is unknown.
QString fieldText(const FieldBinding& binding, const job::Job& job, const units::DisplayUnits& units);

/// Reads what was typed and puts it into the job as one undo step. Returns what is wrong, in which case the job has not
/// changed, or an empty text. Text that says what already is there changes nothing, so that shown digits never replace
/// finer ones.
QString commit(Document& document, const FieldBinding& binding, const QString& text, const units::DisplayUnits& units);

/// What is usual for the number, in words ("7.00 mm"), and why; nothing where nothing is usual.
struct UsualOffer {
    QString value;
    QString why;
};
std::optional<UsualOffer> usualOffer(const FieldBinding& binding, const job::Job& job,
                                     const units::DisplayUnits& units);
/// True where the number is a usual one that was taken.
bool isAssumed(const FieldBinding& binding, const job::Job& job);
/// Takes the usual value where the number is not known, and says of one that was taken that it is measured: one undo
/// step. Returns what is wrong, as commit() does; an empty text where there was nothing to do.
QString takeUsual(Document& document, const FieldBinding& binding);

}  // namespace euryth::app
