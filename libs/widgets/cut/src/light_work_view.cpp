// SPDX-License-Identifier: GPL-3.0-or-later
#include <QHBoxLayout>
#include <QListWidget>

#include "app/cut_edits.hpp"
#include "cut_views.hpp"
#include "cut_work/light_work.hpp"
#include "kit/field_links.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"

namespace euryth::widgets {

using job::LightTask;
using units::Kind;

namespace {

QString chamberText(const app::Workspace& w)
{
    if (!w.port())
        return {};
    const auto cost = cut_work::chamberCost(w.job(), *w.port(), w.analysisNow());
    if (!cost)
        return tr("<p>What it costs is not known. Missing: %1.</p>").arg(withLinks(w, cost.missing));
    QString text = tr("<p>Laid back by %1 it adds <b>%2</b> to the chamber")
                       .arg(w.text(Kind::Angle, cost->lean.si()), w.text(Kind::SmallVolume, cost->added.si()));
    if (cost->compressionNow && cost->compression)
        text += tr(" and takes the compression ratio from %1 to <b>%2</b>")
                    .arg(w.number(Kind::Number, *cost->compressionNow), w.number(Kind::Number, *cost->compression));
    return text + tr(".</p>");
}

class LightWorkView : public QWidget {
public:
    explicit LightWorkView(Context context) : m_context(context)
    {
        auto* left = new Panel(tr("Light work on this port"));
        m_list = new QListWidget;
        m_list->setObjectName(QStringLiteral("lightTasks"));
        left->body()->addWidget(m_list, 1);
        left->body()->addWidget(quietLabel(tr("Space ticks a task off.")));
        m_panel = new Panel(QString());
        m_text = new WrapLabel;
        m_text->setObjectName(QStringLiteral("lightText"));
        m_text->setWordWrap(true);
        m_text->setAlignment(Qt::AlignTop | Qt::AlignLeft);
        m_text->setTextInteractionFlags(Qt::TextBrowserInteraction);
        m_panel->body()->addWidget(scrolled(m_text), 1);
        auto* row = new QHBoxLayout(this);
        row->setContentsMargins(0, 0, 0, 0);
        row->setSpacing(8);
        row->addWidget(left, 2);
        row->addWidget(m_panel, 3);
        setFocusProxy(m_list);
        for (std::size_t i = 0; i < cut_work::kLightTasks.size(); ++i)
            m_list->addItem(new QListWidgetItem);
        m_list->setCurrentRow(0);
        connect(m_list, &QListWidget::currentRowChanged, this, [this] { showTask(); });
        connect(m_list, &QListWidget::itemChanged, this, [this](QListWidgetItem* item) { ticked(item); });
        whileSeen(context, this, [this] { refresh(); });
    }

private:
    void ticked(const QListWidgetItem* item)
    {
        if (m_filling)
            return;
        app::tickLightWork(m_context.workspace, cut_work::kLightTasks[static_cast<std::size_t>(m_list->row(item))],
                           item->checkState() == Qt::Checked, today(m_context));
    }

    void refresh()
    {
        m_filling = true;
        const auto& w = m_context.workspace;
        for (std::size_t i = 0; i < cut_work::kLightTasks.size(); ++i) {
            const LightTask task = cut_work::kLightTasks[i];
            QListWidgetItem* item = m_list->item(static_cast<int>(i));
            const auto* kept = w.port() ? cut_work::lightWorkOf(*w.port(), task) : nullptr;
            item->setFlags(Qt::ItemIsSelectable | Qt::ItemIsEnabled | Qt::ItemIsUserCheckable);
            item->setText(w.text(cut_work::lightHow(task).name));
            item->setCheckState(kept && kept->done.value_or(false) ? Qt::Checked : Qt::Unchecked);
        }
        m_filling = false;
        showTask();
    }

    void showTask()
    {
        const auto& w = m_context.workspace;
        const int row = std::max(0, m_list->currentRow());
        const LightTask task = cut_work::kLightTasks[static_cast<std::size_t>(row)];
        const cut_work::LightHow how = cut_work::lightHow(task);
        m_panel->setTitle(w.text(how.name));
        QString steps;
        for (const Phrase& step : how.steps)
            steps += QStringLiteral("<li>%1</li>").arg(w.text(step).toHtmlEscaped());
        QString text = tr("<p>%1</p><ol>%2</ol><p><b>Tools:</b> %3</p><p><b>Checks:</b> %4</p>")
                           .arg(w.text(how.when).toHtmlEscaped(), steps, w.text(how.tools).toHtmlEscaped(),
                                w.text(how.checks).toHtmlEscaped());
        if (task == LightTask::Chamber)
            text += chamberText(w);
        QStringList found;
        for (const std::size_t i : w.port() ? cut_work::findingsFor(*w.port(), task) : std::vector<std::size_t>{})
            found << QString::fromStdString(w.port()->pins[i].id);
        if (!found.isEmpty())
            text += tr("<p>Findings of this kind: %1.</p>").arg(found.join(QStringLiteral(", ")));
        setLinkedText(*m_text, text);
    }

    Context m_context;
    bool m_filling = false;
    QListWidget* m_list = nullptr;
    Panel* m_panel = nullptr;
    QLabel* m_text = nullptr;
};

}  // namespace

QWidget* makeLightWorkView(Context context) { return new LightWorkView(context); }

}  // namespace euryth::widgets
