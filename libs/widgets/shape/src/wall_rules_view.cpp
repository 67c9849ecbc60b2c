// SPDX-License-Identifier: GPL-3.0-or-later
#include "wall_rules_view.hpp"

#include <QComboBox>
#include <QVBoxLayout>

#include "job/describe.hpp"
#include "kit/choice_edit.hpp"
#include "kit/form_builder.hpp"
#include "kit/form_parts.hpp"

namespace euryth::widgets {

namespace {

QStringList placeNames()
{
    return {tr("every place"), tr("runner"), tr("turn"), tr("short side"), tr("bowl"), tr("common wall")};
}
QStringList thinNames() { return {tr("as the house"), tr("leave"), tr("fill"), tr("weld")}; }

class WallRules : public QWidget {
public:
    explicit WallRules(Context context) : m_context(context), m_column(new QVBoxLayout(this))
    {
        m_column->setContentsMargins(0, 0, 0, 0);
        m_column->setSpacing(4);
        auto* buttons = listButtons(
            tr("Add rule"), tr("Remove last"),
            [this] { change(tr("Add wall rule"), [](auto& rules) { rules.emplace_back(); }); },
            [this] {
                change(tr("Remove wall rule"), [](auto& rules) {
                    if (!rules.empty())
                        rules.pop_back();
                });
            });
        buttons->setObjectName(QStringLiteral("wallRuleButtons"));
        m_column->addWidget(buttons);
        QObject::connect(&context.workspace, &app::Workspace::jobChanged, this, [this] { refresh(); });
        refresh();
    }

private:
    [[nodiscard]] const std::vector<job::WallRule>& rules() const { return m_context.workspace.job().house.wallRules; }
    [[nodiscard]] const job::WallRule* rule(std::size_t i) const { return i < rules().size() ? &rules()[i] : nullptr; }

    template <class Change>
    QString change(const QString& what, Change change)
    {
        return m_context.workspace.document().edit(what, [&](job::Job& job) { change(job.house.wallRules); });
    }

    void refresh()
    {
        while (m_rows.size() > rules().size()) {
            m_rows.back()->deleteLater();
            m_rows.pop_back();
        }
        while (m_rows.size() < rules().size())
            addRow(m_rows.size());
    }

    /// A choice whose first name is "none".
    template <class Enum>
    ChoiceEdit* choice(std::size_t i, const QString& label, const QString& tip, const QStringList& names,
                       std::optional<Enum> job::WallRule::*member)
    {
        return new ChoiceEdit(m_context, {label, tip, names,
                                          [this, i, member] {
                                              const auto value = rule(i) ? rule(i)->*member : std::nullopt;
                                              return value ? 1 + static_cast<int>(*value) : 0;
                                          },
                                          [this, i, member, label](int chosen) {
                                              change(label, [&](auto& rules) {
                                                  rules[i].*member = chosen > 0
                                                                         ? std::optional(static_cast<Enum>(chosen - 1))
                                                                         : std::nullopt;
                                              });
                                          }});
    }

    void addRow(std::size_t i)
    {
        auto* row = new QWidget;
        auto* grid = newGrid();
        grid->setContentsMargins(0, 0, 0, 0);
        row->setLayout(grid);
        TextEdit::Source material;
        material.label = tr("Of");
        material.tip = tr("Material, as ports and castings say it; empty for all");
        material.get = [this, i] { return rule(i) ? QString::fromStdString(rule(i)->material) : QString(); };
        material.set = [this, i](const QString& typed) {
            return change(tr("Material of a wall rule"), [&](auto& rules) { rules[i].material = typed.toStdString(); });
        };
        grid->addWidget(new TextEdit(m_context, std::move(material)), 0, 0);
        grid->addWidget(choice(i, tr("at"), tr("Part of the runner"), placeNames(), &job::WallRule::place), 0, 1);
        const Context context = m_context;
        FormBuilder(m_context, *grid).add(1, 0, [context, i]() -> std::optional<app::FieldBinding> {
            if (i >= context.workspace.job().house.wallRules.size())
                return std::nullopt;
            return app::bind(
                job::field::ruleWall, [=](auto& job) -> auto& { return job.house.wallRules[i].least; });
        });
        grid->addWidget(choice(i, tr("thin"), tr("What is done where the wall is not there"), thinNames(),
                               &job::WallRule::thinWall),
                        1, 1);
        m_column->insertWidget(static_cast<int>(i), row);
        m_rows.push_back(row);
    }

    Context m_context;
    QVBoxLayout* m_column;
    std::vector<QWidget*> m_rows;
};

}  // namespace

QWidget* makeWallRules(Context context)
{
    auto* view = new WallRules(context);
    view->setObjectName(QStringLiteral("wallRules"));
    return view;
}

}  // namespace euryth::widgets
