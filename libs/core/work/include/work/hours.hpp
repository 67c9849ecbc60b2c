// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "job/job.hpp"
#include "work/dates.hpp"

/// Hours: where they went, and the clock that counts them.
namespace euryth::work {

/// Hours that an operation has taken: what the clock and typed entries say; for the porting of a port, where these say
/// nothing, the minutes typed when its cuts were ticked.
double hoursAt(const job::Job& job, std::string_view operation);
/// All of them.
double hoursOf(const job::Job& job);

/// Hours of one operation (rows) by port (columns); the column before the first port is what belongs to none.
struct HoursByPort {
    struct Row {
        std::string operation;
        std::vector<double> hours;  ///< none first, then `ports`
        double sum = 0.0;
    };
    std::vector<std::string> ports;  ///< with any hours
    std::vector<Row> rows;
    double sum = 0.0;
};
HoursByPort hoursByPort(const job::Job& job);
struct HoursOfPerson {
    std::string person;  ///< empty: nobody has said who
    double hours = 0.0;
};
std::vector<HoursOfPerson> hoursByPerson(const job::Job& job);

/// What somebody worked in one day, over all jobs, where it is more than the day has.
struct TooLong {
    std::string person;
    std::string day;
    double hours = 0.0;
};
std::vector<TooLong> overADay(const job::Job& job);

/// From which a running clock is doubted: who works that long without a pause?
inline constexpr double kLongWatch = 4.0;

/// Hours that the clock shows; 0 where it stands, or was started later than now.
double clockHours(const job::WorkClock& clock, std::chrono::sys_seconds now);

/// Sets the clock going at an operation; what it has counted before is written down.
void startClock(job::Work& work, const std::string& operation, const std::string& port, const std::string& person,
                const Moment& now);
/// Writes down what it has counted, split where the day changed for whoever worked; it stands then, and still knows
/// operation, port and person. `most` hours are counted at most (after a night in which nobody stopped it).
void pauseClock(job::Work& work, const Moment& now, double most = 1e9);
/// Nothing of what it has counted is written down.
void forgetClock(job::Work& work);

}  // namespace euryth::work
