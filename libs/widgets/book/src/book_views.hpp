// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <string>

#include "kit/commands.hpp"
#include "kit/parts.hpp"

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

/// A text of a record that `record` finds (null where there is none); a date where `isDate`.
template <class Record>
TextEdit* recordText(Context context, const QString& label, const QString& tip, const char* name,
                     std::function<Record*(job::Job&)> record, std::string Record::*member, bool isDate = false);

/// What is wrong with a date that was typed; empty where nothing is.
QString dateProblem(Context context, const QString& typed);

/// The pictures of a drop, kept beside the job as its pictures; says what could not be taken.
void takePictures(Desk& desk, const QStringList& files);

template <class Record>
TextEdit* recordText(Context context, const QString& label, const QString& tip, const char* name,
                     std::function<Record*(job::Job&)> record, std::string Record::*member, bool isDate)
{
    TextEdit::Source source;
    source.label = label;
    source.tip = tip;
    source.get = [context, record, member] {
        // A form only looks; the record's place is told for changes.
        const Record* of = record(const_cast<job::Job&>(context.workspace.job()));
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

}  // namespace euryth::widgets
