// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <initializer_list>
#include <utility>

#include "kit/commands.hpp"
#include "kit/parts.hpp"

/// The views of the stage Prove, a file each.
namespace euryth::widgets {

/// The flow tests of the chosen port, typed, taken or imported; what they say beside each other.
QWidget* makeFlowTestView(Context context, Desk& desk, const Commands& commands);
/// All ports of the chosen one's kind beside each other.
QWidget* makeAlikeView(Context context);
/// Valve jobs of all ports against the house's rules, leak tests, chambers.
QWidget* makeSeatsView(Context context);
/// The same head on two benches.
QWidget* makeBenchesView(Context context);
/// Wet flow before and after.
QWidget* makeWetView(Context context);

/// Lays the parts of a view beside each other, each with its share of the width.
void besideEachOther(QWidget* view, std::initializer_list<std::pair<QWidget*, int>> parts);

/// Today, as files write it.
std::string todayOf(Context context);

}  // namespace euryth::widgets
