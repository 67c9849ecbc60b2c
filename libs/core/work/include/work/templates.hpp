// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string_view>
#include <vector>

#include "job/job.hpp"
#include "job/shop.hpp"
#include "work/learned.hpp"

/// What a kind of work consists of.
namespace euryth::work {

/// Those that ship. Hours are a first guess (common practice, no source: a full port takes ten hours of work a head and
/// more, light work half an hour a port); a shop keeps its own, and what its jobs have taken counts before both.
const std::vector<job::WorkTemplate>& shippedTemplates();

/// The shop's template of a kind, else the one that ships; nothing where there is none.
const job::WorkTemplate* templateFor(const job::Shop& shop, std::string_view kind);
/// Names of all kinds, those that ship first.
std::vector<std::string> kindsOf(const job::Shop& shop);

/// The operations of a kind for a job: the valve job before or after the porting as the job's house has it, hours times
/// ports where they count per port, learned hours where there are some.
std::vector<job::Operation> operationsFor(const job::Job& job, const job::Shop& shop, std::string_view kind,
                                          const Learned& learned);

/// A job's operations as a template of its kind, to be kept by the shop.
job::WorkTemplate templateOf(const job::Job& job);

}  // namespace euryth::work
