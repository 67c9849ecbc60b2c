// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <catch2/catch.hpp>

#include <QString>

namespace Catch {
template <>
struct StringMaker<QString> {
    static std::string convert(const QString& text) { return '"' + text.toStdString() + '"'; }
};
}  // namespace Catch
