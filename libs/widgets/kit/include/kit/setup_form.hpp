// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/choice_edit.hpp"
#include "kit/form_builder.hpp"

namespace euryth::widgets {

/// How a head stands on a bench: fields and choices for adapter, entry, pipe, plug and valve, in rows of `columns`.
/// `of(job)` gives the address of the set-up in a job, const or not, or null, which turns them off.
class SetupForm {
public:
    static constexpr int kFields = 5;

    SetupForm(Context context, QGridLayout& grid, int row, int columns)
        : m_context(context),
          m_grid(grid),
          m_row(row),
          m_columns(columns)
    {
    }

    template <class Of>
    void fill(Of of)
    {
        const Context context = m_context;
        FormBuilder(m_context, m_grid).add(row(), column(), [=]() -> std::optional<app::FieldBinding> {
            if (!of(context.workspace.job()))
                return std::nullopt;
            return app::bind(
                job::field::adapterBore, [=](auto& job) -> auto& { return of(job)->bore; });
        });
        ++m_at;
        choice(of, tr("entry"), tr("What leads the air into the port"),
               {tr("not written down"), tr("radius"), tr("clay"), tr("manifold"), tr("bare")}, &job::Setup::entry);
        const QStringList truth{tr("?"), tr("no"), tr("yes")};
        choice(of, tr("pipe"), tr("A pipe behind an exhaust port; without one numbers are lower"), truth,
               &job::Setup::pipe);
        choice(of, tr("plug"), tr("The spark plug is in"), truth, &job::Setup::plug);
        valve(of);
    }

private:
    static QString tr(const char* text);
    [[nodiscard]] int row() const { return m_row + m_at / m_columns; }
    [[nodiscard]] int column() const { return m_at % m_columns; }

    template <class Of, class Value>
    void choice(Of of, const QString& label, const QString& tip, const QStringList& names,
                std::optional<Value> job::Setup::*member)
    {
        const Context context = m_context;
        const auto get = [=] {
            const job::Setup* setup = of(context.workspace.job());
            return setup && setup->*member ? 1 + static_cast<int>(*(setup->*member)) : 0;
        };
        const auto set = [=](int i) {
            context.workspace.document().apply(label, [&](job::Job& job) {
                if (job::Setup* setup = of(job))
                    setup->*member = i > 0 ? std::optional(static_cast<Value>(i - 1)) : std::nullopt;
            });
        };
        m_grid.addWidget(new ChoiceEdit(m_context, {label, tip, names, get, set}), row(), column());
        ++m_at;
    }

    template <class Of>
    void valve(Of of)
    {
        const Context context = m_context;
        TextEdit::Source source;
        source.label = tr("valve");
        source.tip = tr("The valve that is used on the bench, where it is not the head's own");
        source.get = [=] {
            const job::Setup* setup = of(context.workspace.job());
            return setup ? QString::fromStdString(setup->valve) : QString();
        };
        source.set = [=, label = source.label](const QString& typed) {
            context.workspace.document().apply(label, [&](job::Job& job) {
                if (job::Setup* setup = of(job))
                    setup->valve = typed.trimmed().toStdString();
            });
            return QString();
        };
        m_grid.addWidget(new TextEdit(m_context, std::move(source)), row(), column());
        ++m_at;
    }

    Context m_context;
    QGridLayout& m_grid;
    int m_row;
    int m_columns;
    int m_at = 0;
};

}  // namespace euryth::widgets
