// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>

#include "kit/choice_edit.hpp"
#include "kit/form_builder.hpp"
#include "kit/form_parts.hpp"

/// What the panels of the planned valve end are made of.
namespace euryth::widgets {

/// Names and values below each other.
class Rows {
public:
    void add(const QString& name, const QString& value, const QString& note = {})
    {
        m_rows += QStringLiteral(
                      "<tr style='white-space:nowrap'><td>%1</td><td align=right>&nbsp;&nbsp;<b>%2</b></td>"
                      "<td>&nbsp;&nbsp;%3</td></tr>")
                      .arg(name, value, note);
    }
    void say(const QString& text)
    {
        if (!text.isEmpty())
            m_rows += QStringLiteral("<tr><td colspan=3>%1</td></tr>").arg(text);
    }
    [[nodiscard]] QString table() const
    {
        return QStringLiteral("<table cellspacing=0 cellpadding=1>%1</table>").arg(m_rows);
    }

private:
    QString m_rows;
};

/// Puts the value that the house would take into an empty field.
template <class Value>
app::FieldBinding withDefault(const app::Workspace& w, app::FieldBinding binding, const Value& value)
{
    if (value)
        binding.emptyText = w.number(binding.kind, value->si());
    return binding;
}

/// A wish of the valve end; what follows without it stands in the empty field.
template <class Number, class Member, class Follows>
void addWish(Context context, FormBuilder& form, int row, int column, const job::FieldOf<Number>& f, Member member,
             Follows follows)
{
    form.add(row, column,
             [=]() -> std::optional<app::FieldBinding> {
                 const auto port = context.workspace.portIndex();
                 if (!port)
                     return std::nullopt;
                 return withDefault(context.workspace,
                                    app::bind(
                                        f, [=](auto& job) -> auto& { return job.ports[*port].planEnd.*member; }),
                                    follows());
             })
        ->setObjectName(
            QStringLiteral("wish-%1").arg(QString::fromUtf8(f.key.data(), static_cast<qsizetype>(f.key.size()))));
}

/// A live label in rich text, by its name.
inline QLabel* richLabel(Context context, const QString& name, const std::function<QString()>& text)
{
    auto* label = liveLabel(context, text);
    label->setObjectName(name);
    label->setTextFormat(Qt::RichText);
    return label;
}

/// A side of the chosen port's valve, as a box that drops down.
inline ChoiceEdit* sideChoice(Context context, const QString& label, const QString& tip,
                              std::optional<job::Across> job::Valve::*member)
{
    const QStringList words{tr("not known"), tr("left"), tr("right")};
    return new ChoiceEdit(context, {label, tip, words,
                                    [=] {
                                        const job::Port* port = context.workspace.port();
                                        const auto side = port ? port->valve.*member : std::nullopt;
                                        return side ? 1 + static_cast<int>(*side) : 0;
                                    },
                                    [=](int i) {
                                        editPort(context, label, [=](job::Port& port) {
                                            port.valve.*member =
                                                i > 0 ? std::optional(static_cast<job::Across>(i - 1)) : std::nullopt;
                                        });
                                    }});
}

}  // namespace euryth::widgets
