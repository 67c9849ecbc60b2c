// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "imports/table_kind.hpp"
#include "kit/commands.hpp"

namespace euryth::widgets {

/// A file that somebody drops on the window.
struct GivenFile {
    explicit GivenFile(const QString& where);

    QString path;
    QString name;                            ///< without its folder, in small letters
    bool isTable = false;                    ///< by its ending
    std::optional<imports::TableKind> kind;  ///< of a table, where its headings tell
    [[nodiscard]] bool endsIn(const QStringList& endings) const;
};

/// How a file fits somebody who may take it.
enum class Fit { No, Perhaps, Surely };

/// Takes files of a kind. Where several may take one, the person is asked which.
struct FileTaker {
    const char* what;  ///< that it takes it as: a text of the context "Files"
    std::function<Fit(const GivenFile&)> fits;
    std::function<void(Desk&, const QStringList& paths)> take;  ///< one path, or several for a taker of many
    Command::Rule enabled = nullptr;
    bool many = false;
};
/// Who takes tables of a kind, as text.
FileTaker tableTaker(imports::TableKind kind, const char* what, std::function<void(Desk&, const QString&)> take,
                     Command::Rule enabled);
/// Who takes what ends in one of these (".stl").
FileTaker endingTaker(QStringList endings, const char* what, std::function<void(Desk&, const QString&)> take,
                      Command::Rule enabled = nullptr);

}  // namespace euryth::widgets
