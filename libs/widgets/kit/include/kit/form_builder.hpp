// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QGridLayout>

#include "kit/parts.hpp"

namespace euryth::widgets {

/// Puts number fields into a grid.
class FormBuilder {
public:
    FormBuilder(Context context, QGridLayout& grid) : m_context(context), m_grid(grid) {}

    /// A number of the chosen port; `member` returns a reference to it.
    template <class Number, class Member>
    FieldEdit* port(int row, int column, const job::FieldOf<Number>& field, Member member)
    {
        Context context = m_context;
        return add(row, column, [=]() -> std::optional<app::FieldBinding> {
            const auto index = context.workspace.portIndex();
            if (!index)
                return std::nullopt;
            return app::bind(
                field, [=](auto& job) -> auto& { return member(job.ports[*index]); });
        });
    }

    /// A number of the chosen station; `also` is called with the station after a change.
    template <class Number, class Member, class Also>
    FieldEdit* station(int row, int column, const job::FieldOf<Number>& field, Member member, Also also)
    {
        Context context = m_context;
        return add(row, column, [=]() -> std::optional<app::FieldBinding> {
            const auto port = context.workspace.portIndex();
            const auto station = context.workspace.station();
            if (!port || !station)
                return std::nullopt;
            auto binding = app::bind(
                field, [=](auto& job) -> auto& { return member(job.ports[*port].stations[*station]); });
            binding.set = [=, set = binding.set](job::Job& job, std::optional<double> si) {
                set(job, si);
                also(job.ports[*port].stations[*station]);
            };
            return binding;
        });
    }

    /// A number of the job as a whole.
    template <class Number, class Member>
    FieldEdit* job(int row, int column, const job::FieldOf<Number>& field, Member member)
    {
        return add(row, column, [=]() -> std::optional<app::FieldBinding> {
            return app::bind(
                field, [=](auto& job) -> auto& { return member(job); });
        });
    }

    FieldEdit* add(int row, int column, FieldEdit::BindingSource source)
    {
        auto* edit = new FieldEdit(m_context, std::move(source));
        m_grid.addWidget(edit, row, column, Qt::AlignTop);  // beside one that says more, it stays in line
        return edit;
    }

private:
    Context m_context;
    QGridLayout& m_grid;
};

}  // namespace euryth::widgets
