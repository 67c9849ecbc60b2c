// SPDX-License-Identifier: GPL-3.0-or-later
#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLineEdit>
#include <QListWidget>
#include <QScrollArea>
#include <QScrollBar>
#include <QSpinBox>
#include <QTableWidget>

#include "app/language.hpp"
#include "book_views.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"
#include "paper/book_sheets.hpp"
#include "queue_canvas.hpp"
#include "shop_settings.hpp"
#include "work/templates.hpp"

namespace euryth::widgets {

namespace {

QString dayText(const std::optional<work::Day>& day)
{
    return day ? QString::fromStdString(work::textOf(*day)) : QString::fromUtf8(units::kUnknownText);
}

class ShopView : public QWidget {
public:
    ShopView(Context context, Desk& desk) : m_context(context), m_desk(desk)
    {
        setObjectName(QStringLiteral("shopView"));
        auto* row = new QHBoxLayout(this);
        row->setContentsMargins(0, 0, 0, 0);
        row->setSpacing(8);
        row->addWidget(makeQueue(), 7);
        auto* right = new QVBoxLayout;
        right->setSpacing(8);
        right->addWidget(makeLate(), 5);
        right->addWidget(makeOffer());
        right->addWidget(new ShopSettings(context, desk), 4);
        row->addLayout(right, 3);
        setFocusProxy(m_find);
        whenShown(this, [this] { refresh(); });
        connect(&shop(), &app::ShopDesk::changed, this, [this] {
            if (isVisible())
                refresh();
        });
        connect(&context.look, &Look::changed, this, [this] { m_queue->update(); });
    }

private:
    [[nodiscard]] app::ShopDesk& shop() const { return m_context.session.shop(); }

    QWidget* makeQueue()
    {
        auto* panel = new Panel(tr("Queue"));
        m_queuePanel = panel;
        m_find = new QLineEdit;
        m_find->setObjectName(QStringLiteral("findJob"));
        m_find->setPlaceholderText(tr("Find: casting mark, valve size, customer, finding; or scan a card"));
        m_find->setClearButtonEnabled(true);
        m_find->setMinimumWidth(220);
        connect(m_find, &QLineEdit::textChanged, this, [this] { search(); });
        connect(m_find, &QLineEdit::returnPressed, this, [this] { openFound(); });
        panel->addTool(m_find);
        m_found = new QListWidget;
        m_found->setObjectName(QStringLiteral("foundJobs"));
        m_found->setMaximumHeight(140);
        connect(m_found, &QListWidget::itemActivated, this, [this] { openFound(); });
        panel->body()->addWidget(m_found);
        m_queue = new QueueCanvas(m_context);
        connect(m_queue, &QueueCanvas::opened, this, [this](std::size_t i) { open(shop().queue().rows[i].card); });
        connect(m_queue, &QueueCanvas::moved, this,
                [this](std::size_t from, std::size_t before) { tellProblem(shop().moveBefore(from, before)); });
        m_scroll = new QScrollArea;
        m_scroll->setFrameShape(QFrame::NoFrame);
        m_scroll->setWidgetResizable(true);
        m_scroll->setFocusPolicy(Qt::NoFocus);
        m_scroll->setWidget(m_queue);
        connect(m_queue, &QueueCanvas::rowShown, this, [this](QRect row) {
            m_scroll->ensureVisible(row.center().x(), row.top(), 0, 10);
            m_scroll->ensureVisible(row.center().x(), row.bottom(), 0, 10);
        });
        panel->body()->addWidget(m_scroll, 1);
        auto* legend = quietLabel(
            tr("Bars: hands at the own bench, hatched: elsewhere. Flag: promised. Ends: range of being ready. "
               "Enter opens a job, Shift and arrows move it."));
        legend->setWordWrap(true);
        panel->body()->addWidget(legend);
        m_state = quietLabel({});
        m_state->setObjectName(QStringLiteral("shopState"));
        m_state->setWordWrap(true);
        panel->body()->addWidget(m_state);
        panel->body()->addLayout(makeButtons());
        return panel;
    }

    QHBoxLayout* makeButtons()
    {
        auto* line = new QHBoxLayout;
        const auto button = [&](const QString& text, const QString& tip, const char* name,
                                const std::function<void()>& what) {
            auto* made = new QPushButton(text);
            made->setToolTip(tip);
            made->setObjectName(QString::fromLatin1(name));
            connect(made, &QPushButton::clicked, this, what);
            line->addWidget(made);
            return made;
        };
        button(tr("By promises"),
               tr("Puts the jobs in the order of their promises: the latest one is as little late as can be"),
               "orderByPromises", [this] { tellProblem(shop().orderByPromises()); });
        m_back = button(tr("Take back"), tr("Takes the last change of the shop back"), "shopBack",
                        [this] { tellProblem(shop().takeBack()); });
        line->addStretch(1);
        m_stop =
            button(tr("Stop reading"), tr("What has been read stays"), "stopReading", [this] { shop().stopReading(); });
        button(tr("Read anew"), tr("Throws the index away and reads all job files"), "readAnew",
               [this] { shop().rebuild(); });
        return line;
    }

    QWidget* makeLate()
    {
        auto* panel = new Panel(tr("Late ones, and why"));
        m_late = new WrapLabel;
        m_late->setObjectName(QStringLiteral("lateJobs"));
        m_late->setWordWrap(true);
        m_late->setAlignment(Qt::AlignTop | Qt::AlignLeft);
        panel->body()->addWidget(scrolled(m_late), 1);
        return panel;
    }

    QWidget* makeOffer()
    {
        auto* panel = new Panel(tr("When could a new one be ready?"));
        m_offerKind = new QComboBox;
        m_offerKind->setObjectName(QStringLiteral("offerKind"));
        m_offerKind->setAccessibleName(tr("Kind of work"));
        m_offerPorts = new QSpinBox;
        m_offerPorts->setObjectName(QStringLiteral("offerPorts"));
        m_offerPorts->setRange(1, 64);
        m_offerPorts->setValue(8);
        m_offerPorts->setSuffix(tr(" ports"));
        connect(m_offerKind, &QComboBox::activated, this, [this] { refreshOffer(); });
        connect(m_offerPorts, &QSpinBox::valueChanged, this, [this] { refreshOffer(); });
        auto* line = new QHBoxLayout;
        line->addWidget(m_offerKind, 1);
        line->addWidget(m_offerPorts);
        panel->body()->addLayout(line);
        m_offer = new WrapLabel;
        m_offer->setObjectName(QStringLiteral("offerText"));
        m_offer->setWordWrap(true);
        panel->body()->addWidget(m_offer);
        return panel;
    }

    void tellProblem(const QString& problem)
    {
        if (!problem.isEmpty())
            m_desk.tell(tr("The shop is not changed"), problem);
    }

    void open(std::size_t card) { m_desk.openJob(shop().pathOf(card)); }

    /// The cards that hold all words of what was typed, finished ones too.
    [[nodiscard]] std::vector<std::size_t> matches() const
    {
        const QString typed = m_find->text().trimmed();
        std::vector<std::size_t> found;
        const std::string file = paper::fileOfCode(typed.toStdString());
        for (std::size_t i = 0; i < shop().cards().size() && !typed.isEmpty(); ++i) {
            const work::Card& card = shop().cards()[i];
            const QString all = QString::fromStdString(card.file + "\n" + work::searchText(card.job));
            const bool is =
                file.empty()
                    ? std::ranges::all_of(typed.split(QLatin1Char(' '), Qt::SkipEmptyParts),
                                          [&](const QString& word) { return all.contains(word, Qt::CaseInsensitive); })
                    : card.file == file;
            if (is)
                found.push_back(i);
        }
        return found;
    }

    void search()
    {
        m_matches = matches();
        m_found->clear();
        for (const std::size_t i : m_matches) {
            const work::Card& card = shop().cards()[i];
            QString text = QString::fromStdString(card.job.title.empty() ? card.file : card.job.title);
            if (!card.job.work.marks.empty())
                text += QStringLiteral("  ·  ") + QString::fromStdString(card.job.work.marks);
            if (work::isFinished(card.job))
                text += QStringLiteral("  ·  ") + tr("finished");
            m_found->addItem(text);
        }
        m_found->setVisible(!m_find->text().trimmed().isEmpty());
        if (m_found->count() > 0)
            m_found->setCurrentRow(0);
        else if (m_found->isVisible())
            m_found->addItem(tr("nothing found"));
    }

    void openFound()
    {
        const int row = std::max(0, m_found->currentRow());
        if (row < static_cast<int>(m_matches.size())) {
            const std::size_t card = m_matches[static_cast<std::size_t>(row)];
            m_find->clear();
            open(card);
        }
    }

    void refreshLate()
    {
        const work::Queue& queue = shop().queue();
        QStringList lines;
        for (const std::size_t i : work::lateFirst(queue)) {
            const work::QueueRow& row = queue.rows[i];
            if (!row.isLate())
                break;
            const work::Card& card = shop().cards()[row.card];
            lines << tr("<b>▲ %1</b>: %2 days. %3")
                         .arg(QString::fromStdString(card.job.title).toHtmlEscaped())
                         .arg(*row.lateDays)
                         .arg(m_context.workspace.text(row.why).toHtmlEscaped());
        }
        if (!queue.missing.empty())
            lines << tr("Missing: %1.").arg(m_context.workspace.text(queue.missing).toHtmlEscaped());
        else if (lines.isEmpty())
            lines << tr("Every promise holds.");
        for (const work::QueueRow& row : queue.rows) {
            if (queue.missing.empty() && !row.ready)
                lines << tr("%1 has no date; missing: %2.")
                             .arg(QString::fromStdString(shop().cards()[row.card].job.title).toHtmlEscaped(),
                                  m_context.workspace.text(row.ready.missing).toHtmlEscaped());
        }
        m_late->setText(lines.join(QStringLiteral("<br>")));
    }

    void refreshOffer()
    {
        const std::string kind = m_offerKind->currentText().toStdString();
        const auto offer = work::offerFor(shop().shop(), shop().cards(), shop().today(), kind,
                                          static_cast<std::size_t>(m_offerPorts->value()));
        const auto& w = m_context.workspace;
        if (!offer.ready)
            return m_offer->setText(tr("Missing: %1.").arg(w.text(offer.ready.missing)));
        QString text = tr("On <b>%1</b>, %2 hours, behind all others.")
                           .arg(dayText(offer.ready.value), w.number(units::Kind::Number, offer.hours));
        if (offer.early && offer.late)
            text += tr(" As past jobs went: from %1 to %2.").arg(dayText(offer.early), dayText(offer.late));
        m_offer->setText(text);
    }

    void refreshState()
    {
        QStringList lines;
        if (shop().folder().isEmpty())
            lines << tr(
                "No shop yet: save this job into a folder, or open a shop's folder (menu Job). All job files of the "
                "folder are its queue.");
        if (!shop().trouble().isEmpty())
            lines << QStringLiteral("▲ ") + shop().trouble();
        if (shop().isReading())
            lines << tr("Reading …");
        for (const tasks::Unreadable& file : shop().unreadable())
            lines << tr("▲ %1 is in no queue: %2")
                         .arg(QString::fromStdString(file.file), m_context.workspace.text(file.why));
        if (const auto& pace = shop().queue().pace)
            lines << tr("%1 past jobs took %2 times their estimates, most from %3 to %4: dates and their ranges count "
                        "with that.")
                         .arg(pace->jobs)
                         .arg(m_context.workspace.number(units::Kind::Number, pace->median),
                              m_context.workspace.number(units::Kind::Number, pace->low),
                              m_context.workspace.number(units::Kind::Number, pace->high));
        m_state->setText(lines.join(QLatin1Char('\n')));
        m_state->setVisible(!lines.isEmpty());
    }

    void refresh()
    {
        m_queue->refresh();
        m_queuePanel->setNote(shop().folder().isEmpty() ? QString() : tr("%1 jobs").arg(shop().queue().rows.size()));
        const QString kind = m_offerKind->currentText();
        m_offerKind->clear();
        for (const std::string& name : work::kindsOf(shop().shop()))
            m_offerKind->addItem(QString::fromStdString(name));
        if (!kind.isEmpty())
            m_offerKind->setCurrentText(kind);
        m_back->setEnabled(shop().canTakeBack());
        m_stop->setVisible(shop().isReading());
        search();
        refreshLate();
        refreshOffer();
        refreshState();
    }

    Context m_context;
    Desk& m_desk;
    std::vector<std::size_t> m_matches;
    Panel* m_queuePanel = nullptr;
    QLineEdit* m_find = nullptr;
    QListWidget* m_found = nullptr;
    QueueCanvas* m_queue = nullptr;
    QScrollArea* m_scroll = nullptr;
    QLabel* m_state = nullptr;
    QLabel* m_late = nullptr;
    QPushButton* m_back = nullptr;
    QPushButton* m_stop = nullptr;
    QComboBox* m_offerKind = nullptr;
    QSpinBox* m_offerPorts = nullptr;
    QLabel* m_offer = nullptr;
};

}  // namespace

QWidget* makeShopView(Context context, Desk& desk) { return new ShopView(context, desk); }

}  // namespace euryth::widgets
