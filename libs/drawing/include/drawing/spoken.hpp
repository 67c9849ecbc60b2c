// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include <QString>

/// What pictures say to whoever hears them instead of seeing them: what they show, and the chosen value. A picture that
/// has none here is told by the chosen station.
namespace euryth::drawing {

struct BoreScene;
struct ChartScene;
struct ChokeScene;
struct CompareScene;
struct FieldLongScene;
struct FieldSectionScene;
struct HoursScene;
struct OpeningScene;
struct PlateScene;
struct RoundsScene;
struct SeatScene;
struct StripScene;
struct TipScene;

QString spokenOf(const BoreScene& scene);
QString spokenOf(const ChartScene& scene);
QString spokenOf(const std::vector<ChartScene>& charts);
QString spokenOf(const ChokeScene& scene);
QString spokenOf(const CompareScene& scene);
QString spokenOf(const FieldLongScene& scene);
QString spokenOf(const FieldSectionScene& scene);
QString spokenOf(const HoursScene& scene);
QString spokenOf(const OpeningScene& scene);
QString spokenOf(const PlateScene& scene);
QString spokenOf(const RoundsScene& scene);
QString spokenOf(const SeatScene& scene);
QString spokenOf(const StripScene& scene);
QString spokenOf(const TipScene& scene);

}  // namespace euryth::drawing
