// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <functional>
#include <optional>
#include <vector>

#include "drawing/strip_view.hpp"

namespace euryth::widgets {

/// Fills a strip with rows of numbers, each against the middle one of its row; rows with fewer than two known numbers
/// are left out.
class StripRows {
public:
    explicit StripRows(drawing::StripScene& scene) : m_scene(scene) {}

    /// `nameOf(k)` gives a number's name and whether it is chosen, `middleText` what the middle one is in words;
    /// `allowed(middle)` half the band as a share.
    void add(const QString& name, const std::vector<std::optional<double>>& values,
             const std::function<double(double)>& allowed, const std::function<QString(double)>& middleText,
             const std::function<std::pair<QString, bool>(std::size_t)>& nameOf)
    {
        std::vector<double> known;
        for (const auto& value : values) {
            if (value)
                known.push_back(*value);
        }
        if (known.size() < 2)
            return;
        std::ranges::sort(known);
        const std::size_t half = known.size() / 2;
        const double middle = known.size() % 2 == 1 ? known[half] : (known[half - 1] + known[half]) / 2.0;
        drawing::StripScene::Row row{name, middleText(middle), allowed(middle), {}};
        for (std::size_t k = 0; k < values.size(); ++k) {
            if (!values[k])
                continue;
            const auto [text, chosen] = nameOf(k);
            row.dots.push_back({text, *values[k] / middle - 1.0, chosen});
        }
        m_scene.rows.push_back(std::move(row));
    }
    void add(const QString& name, const std::vector<std::optional<double>>& values, double allowed,
             const std::function<QString(double)>& middleText,
             const std::function<std::pair<QString, bool>(std::size_t)>& nameOf)
    {
        add(
            name, values, [allowed](double) { return allowed; }, middleText, nameOf);
    }

private:
    drawing::StripScene& m_scene;
};

}  // namespace euryth::widgets
