// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <optional>
#include <string>
#include <vector>

#include "kit/commands.hpp"
#include "kit/parts.hpp"

class QTableWidget;

/// The views of the stage Book, a file each.
namespace euryth::widgets {

/// The operations of the job, the clock, and what to mind.
QWidget* makeWorkView(Context context, Desk& desk, const Commands& commands);
/// Whose head it is, dates and price, parts.
QWidget* makeCustomerView(Context context);
/// Where the hours went.
QWidget* makeHoursView(Context context);
/// The job's pictures, one beside another.
QWidget* makePicturesView(Context context, Desk& desk, const Commands& commands);
/// All jobs of the shop.
QWidget* makeShopView(Context context, Desk& desk);

/// What is wrong with a date that was typed; empty where nothing is.
QString dateProblem(Context context, const QString& typed);

/// A table that is looked at, a row of which is chosen; the column `wide` takes the room that is left.
QTableWidget* newList(const char* name, const QStringList& heads, int wide);

bool isPicture(const QString& file);
/// Pictures, kept beside the job as its pictures; says what could not be taken.
void takePictures(Desk& desk, const QStringList& files);

/// A text of a record; a date where `isDate`. `record` gives the record's place in a job that may be changed or not;
/// null where there is none.
template <class Record, class Find>
TextEdit* recordText(Context context, const QString& label, const QString& tip, const char* name, Find record,
                     std::string Record::*member, bool isDate = false)
{
    TextEdit::Source source;
    source.label = label;
    source.tip = tip;
    source.get = [context, record, member] {
        const Record* of = record(context.workspace.job());
        return of ? QString::fromStdString(of->*member) : QString();
    };
    source.set = [context, record, member, label, isDate](const QString& typed) {
        const QString text = typed.trimmed();
        if (const QString problem = isDate ? dateProblem(context, text) : QString(); !problem.isEmpty())
            return problem;
        return context.workspace.document().edit(tr("Change %1").arg(label), [&](job::Job& job) {
            if (Record* of = record(job))
                of->*member = text.toStdString();
        });
    };
    auto* edit = new TextEdit(context, std::move(source));
    edit->edit()->setObjectName(QString::fromLatin1(name));
    edit->edit()->setAccessibleName(label);
    if (isDate)
        edit->edit()->setPlaceholderText(tr("yyyy-mm-dd"));
    return edit;
}

/// The entry of a list that is chosen: the wanted one, the last one where there are fewer, none of an empty list.
template <class T>
std::optional<std::size_t> chosenIn(const std::vector<T>& entries, std::size_t wanted)
{
    return entries.empty() ? std::nullopt : std::optional(std::min(wanted, entries.size() - 1));
}

}  // namespace euryth::widgets
