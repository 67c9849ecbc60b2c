// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "geometry/sector.hpp"
#include "job/basics.hpp"

/// What the book holds about a job beside the metal: for whom, until when, what is to be done, what has been done.
/// Dates are texts as files write them ("2026-03-01"); moments have their distance from UTC
/// ("2026-03-01T08:30:00+01:00").
namespace euryth::job {

/// Kept out of exports unless somebody asks for it.
struct Customer {
    std::string name;
    std::string reach;  ///< telephone, mail, address
    UnknownKeys unknown;
    friend bool operator==(const Customer&, const Customer&) = default;
};

enum class OperationState { Open, Begun, Done, LeftOut };
enum class WorkPlace { Own, Outside };

/// A step of the work, in the order in which it is done.
struct Operation {
    std::string id;                       ///< what is done, the same word in every job ("short sides")
    std::optional<double> estimate;       ///< hours of hands
    std::optional<OperationState> state;  ///< as somebody has said; where nobody has, the stages' own work tells it
    std::optional<double> share;          ///< done, as somebody has said; else the stages' own work tells it
    std::optional<WorkPlace> place;       ///< own bench where not said
    std::string who;                      ///< of the shop, or which other shop
    std::optional<int> days;              ///< that another shop needs, from sending to return
    std::string sent;
    std::string expected;
    std::string when;                     ///< done on
    std::vector<std::string> needsParts;  ///< ids of parts without which it cannot begin
    std::string note;                     ///< of what was left out: why
    UnknownKeys unknown;
    friend bool operator==(const Operation&, const Operation&) = default;
};

enum class PartState { Wanted, Ordered, Arrived, DoesNotFit };

struct Part {
    std::string id;  ///< "intake valves"
    std::optional<PartState> state;
    std::string from;  ///< who sells it
    std::string ordered;
    std::string expected;
    std::string arrived;
    std::string note;
    UnknownKeys unknown;
    friend bool operator==(const Part&, const Part&) = default;
};

/// Time that somebody has worked.
struct WorkedTime {
    std::string operation;  ///< id
    std::string port;       ///< empty: all of them, or none
    std::string person;
    std::string start;  ///< moment; a date where the time was written down later
    std::optional<double> minutes;
    std::string note;
    UnknownKeys unknown;
    friend bool operator==(const WorkedTime&, const WorkedTime&) = default;
};

/// The clock that runs while somebody works. It is in the job, so that it outlives whatever ends the program.
struct WorkClock {
    std::string operation;
    std::string port;
    std::string person;
    std::string start;  ///< moment since when it runs; empty: it stands
    UnknownKeys unknown;
    [[nodiscard]] bool runs() const { return !start.empty(); }
    friend bool operator==(const WorkClock&, const WorkClock&) = default;
};

enum class PictureState { Before, Between, After };

/// A picture of the job, and what it shows.
struct Picture {
    std::string file;  ///< relative to the job file's folder
    std::string note;
    std::optional<PictureState> state;
    std::string port;
    std::optional<Length> s;  ///< from the window
    std::optional<geometry::Sector> sector;
    std::optional<int> quarterTurns;  ///< clockwise, to see it upright
    UnknownKeys unknown;
    friend bool operator==(const Picture&, const Picture&) = default;
};

struct Work {
    Customer customer;
    std::string kind;   ///< of work ("full port"): its template
    std::string marks;  ///< casting marks of the head
    std::string came;   ///< what arrived with it
    std::string found;  ///< the condition it came in: cracks, damage
    std::string wishes;
    std::string leftAlone;  ///< what was left alone and why
    std::string nextOwner;  ///< what whoever has it next must know
    std::string arrived;
    std::string wanted;
    std::string promised;
    std::string handedOver;
    std::optional<double> price;  ///< agreed; in the shop's currency
    std::optional<double> rate;   ///< an hour, where it goes by the hour
    std::vector<Operation> operations;
    std::vector<Part> parts;
    std::vector<WorkedTime> hours;
    WorkClock clock;
    std::vector<Picture> pictures;
    UnknownKeys unknown;
    friend bool operator==(const Work&, const Work&) = default;
};

}  // namespace euryth::job
