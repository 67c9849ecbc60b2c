// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include <QAction>
#include <QApplication>
#include <QCheckBox>
#include <QComboBox>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QProcess>
#include <QStandardPaths>
#include <QVBoxLayout>

#include "air/isentropic.hpp"
#include "app/instrument_desk.hpp"
#include "app/reading_entry.hpp"
#include "bench_views.hpp"
#include "kit/canvas.hpp"
#include "kit/page_tools.hpp"
#include "kit/section_canvases.hpp"
#include "probe/probe_stage.hpp"
#include "probe_plan_line.hpp"
#include "session_canvases.hpp"
#include "tasks/rounds.hpp"
#include "virtual_parts.hpp"

namespace euryth::widgets {

using app::InstrumentDesk;
using devices::SetTaker;
using units::Kind;

namespace {

class Session : public SessionView {
public:
    Session(Context context, const Commands& commands) : m_context(context), m_commands(commands)
    {
        setObjectName(QStringLiteral("session"));
        auto* main = new QHBoxLayout;
        main->setSpacing(8);
        main->addWidget(makePicture(), 3);
        auto* right = new QVBoxLayout;
        right->setSpacing(8);
        right->addWidget(makeDigits(), 3);
        m_long = new Panel(tr("How far the stem goes in"));
        auto* along = new LongSectionCanvas(context);
        constexpr int low = 56;
        along->setMinimumHeight(low);
        m_long->body()->addWidget(along, 1);
        right->addWidget(m_long, 2);
        main->addLayout(right, 4);
        auto* column = new QVBoxLayout(this);
        column->setContentsMargins(0, 0, 0, 0);
        column->setSpacing(8);
        column->addWidget(makeInstrumentLine(
            context, commands,
            {QStringLiteral("instrument"), tr("Take a set here"), tr("Stop the set"),
             tr("Takes a set at the chosen station from the instrument, each point when it is steady"),
             tr("Tip is there"), [context] { return context.session.instrument().takeSet(); }}));
        column->addLayout(main, 1);
        column->addWidget(makePlan());
        connect(&desk(), &InstrumentDesk::changed, this, [this] { follow(); });
        connect(&desk(), &InstrumentDesk::pointTaken, this, [this] { cue(); });
        connect(commands.action(command::NextRound), &QAction::triggered, this, [this] { handHome(); });
        setFocusProxy(m_hand);
        keepUpToDate(context, this, [this] { refresh(); });
    }

    void setCompact(bool compact) override { m_long->setVisible(!compact); }

protected:
    void keyPressEvent(QKeyEvent* event) override
    {
        const bool taking = desk().view().phase.has_value();
        if (!taking)
            return QWidget::keyPressEvent(event);
        switch (event->key()) {
        case Qt::Key_Space: return desk().press();
        case Qt::Key_S: return desk().skip();
        case Qt::Key_R:
        case Qt::Key_Backspace: return desk().again();
        default: QWidget::keyPressEvent(event);
        }
    }

private:
    [[nodiscard]] InstrumentDesk& desk() const { return m_context.session.instrument(); }
    [[nodiscard]] app::Workspace& workspace() const { return m_context.workspace; }

    QWidget* makePicture()
    {
        m_picture = new Panel(tr("Where the tip has to be"));
        m_tip = makeTipCanvas(m_context);
        m_picture->body()->addWidget(m_tip, 1);
        m_way = new WrapLabel;
        m_way->setObjectName(QStringLiteral("tipWay"));
        m_way->setWordWrap(true);
        m_way->setMinimumHeight(34);
        m_picture->body()->addWidget(m_way);
        return m_picture;
    }

    QWidget* makeDigits()
    {
        m_digits = new Panel(tr("Reading"));
        m_reading = new WrapLabel;
        m_reading->setObjectName(QStringLiteral("sessionReading"));
        constexpr int metresAway = 64;
        m_reading->setFont(drawing::font(metresAway, true));
        m_reading->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
        m_state = new WrapLabel;
        m_state->setObjectName(QStringLiteral("sessionState"));
        m_state->setFont(drawing::font(drawing::text::kName));
        m_state->setWordWrap(true);
        m_state->setMinimumHeight(22);
        m_hand = new QLineEdit;
        m_hand->setObjectName(QStringLiteral("sessionHand"));
        m_hand->setAccessibleName(tr("Reading of this point"));
        m_hand->setPlaceholderText(tr("type the reading, Enter goes on"));
        m_message = new MessageLine;
        m_message->setHint(tr("26.5 inH2O works too; Enter alone passes over."));
        m_message->setMinimumHeight(18);
        connect(m_hand, &QLineEdit::returnPressed, this, [this] { typed(); });
        m_steady = new QCheckBox(tr("take when steady"));
        m_steady->setObjectName(QStringLiteral("takeWhenSteady"));
        m_steady->setChecked(true);
        m_steady->setToolTip(
            tr("Off: a point is taken only when Space, the foot switch or the probe's key is pressed"));
        connect(m_steady, &QCheckBox::toggled, this, [this](bool on) { desk().takeWhenSteady(on); });
        m_cue = new QComboBox;
        m_cue->setObjectName(QStringLiteral("cue"));
        m_cue->setToolTip(tr("What is to be heard when a point is taken"));
        m_cue->addItems({tr("no sound"), tr("a beep")});
        if (!QStandardPaths::findExecutable(QStringLiteral("spd-say")).isEmpty())
            m_cue->addItem(tr("spoken"));
        m_digits->addTool(m_steady);
        m_digits->addTool(m_cue);
        m_digits->body()->addWidget(m_reading);
        m_digits->body()->addWidget(m_state, 1);
        TextEdit::Source note;
        note.label = tr("note");
        note.tip = tr("A word about this point");
        note.get = [this] {
            const auto hand = atHand(workspace());
            return hand ? QString::fromStdString(hand->probe->readings[hand->reading].note) : QString();
        };
        note.set = [this](const QString& text) {
            const auto hand = atHand(workspace());
            if (!hand)
                return tr("choose a point first");
            return workspace().document().edit(tr("Note on a reading"), [&](job::Job& job) {
                job.ports[hand->port].probes[hand->set].readings[hand->reading].note = text.trimmed().toStdString();
            });
        };
        auto* noteEdit = new TextEdit(m_context, std::move(note));
        noteEdit->edit()->setObjectName(QStringLiteral("readingNote"));
        auto* line = new QHBoxLayout;
        line->setSpacing(8);
        line->addWidget(m_hand, 3);
        line->addWidget(noteEdit, 2);
        m_digits->body()->addLayout(line);
        m_digits->body()->addWidget(m_message);
        return m_digits;
    }

    QWidget* makePlan()
    {
        auto* panel = new Panel(tr("Plan"));
        panel->addTool(makeProbePlanLine(m_context));
        auto* next = new QPushButton(tr("Next round"));
        next->setObjectName(QStringLiteral("nextRound"));
        next->setToolTip(tr("Begins the next set of the plan, or goes on with one that has points left (Ctrl+Enter)"));
        connect(next, &QPushButton::clicked, m_commands.action(command::NextRound), &QAction::trigger);
        panel->addTool(next);
        panel->body()->addWidget(makeRoundsCanvas(m_context, [this](std::size_t round) { showRound(round); }));
        return panel;
    }

    void showRound(std::size_t index)
    {
        const auto rounds = tasks::roundsOf(*workspace().port());
        if (rounds[index].set)
            workspace().chooseProbe(*rounds[index].set);
        else if (const auto station = job::stationNear(*workspace().port(), rounds[index].s))
            workspace().chooseStation(*station);
    }

    /// The hand goes where it is wanted: to the number that is typed, or off it where an instrument reads.
    void handHome()
    {
        if (desk().view().phase)
            m_tip->setFocus();
        else
            m_hand->setFocus();
    }

    void typed()
    {
        const auto hand = atHand(workspace());
        if (!hand)
            return m_message->showError(tr("Begin a round first: Ctrl+Enter."));
        const QString text = m_hand->text().trimmed();
        if (!text.isEmpty()) {
            const QString reason = app::commitReading(workspace(), hand->port, hand->set, hand->reading, text);
            if (!reason.isEmpty())
                return m_message->showError(reason);
        }
        m_hand->clear();
        m_message->clearError();
        // The next one that was not read, round from this one.
        const auto& readings = workspace().job().ports[hand->port].probes[hand->set].readings;
        for (std::size_t step = 1; step < readings.size(); ++step) {
            const std::size_t at = (hand->reading + step) % readings.size();
            if (!readings[at].isRead() && (at > hand->reading || !text.isEmpty()))
                return workspace().choosePoint(at);
        }
        if (hand->reading + 1 < readings.size() && text.isEmpty())
            workspace().choosePoint(hand->reading + 1);
    }

    /// The instrument has gone on: what is chosen goes along, as far as somebody looks at that port.
    void follow()
    {
        const auto hand = desk().inHand();
        if (hand && workspace().portIndex() == hand->port && m_followed != std::pair(hand->set, hand->reading)) {
            m_followed = {hand->set, hand->reading};
            workspace().chooseProbe(hand->set);
            workspace().choosePoint(hand->reading);
        }
        if (!hand)
            m_followed = {};
        refresh();
    }

    void cue() const
    {
        if (!isVisible() || m_cue->currentIndex() == 0)
            return;
        if (m_cue->currentIndex() == 1)
            return QApplication::beep();
        const auto hand = atHand(workspace());
        const auto* result = workspace().probeResult();
        if (hand && result)
            QProcess::startDetached(QStringLiteral("spd-say"),
                                    {workspace().text(analysis::pointName(result->readings[hand->reading].at))});
    }

    void refresh()
    {
        const auto hand = atHand(workspace());
        const bool taking = desk().view().phase.has_value();
        m_hand->setVisible(!taking);
        m_message->setVisible(!taking);
        m_hand->setEnabled(hand.has_value());
        m_steady->setVisible(desk().isOn());
        m_picture->setTitle(pictureTitle(hand));
        m_way->setText(hand ? wayText(*hand) : QString());
        m_digits->setTitle(hand ? tr("Set %1").arg(QString::fromStdString(hand->probe->id)) : tr("Reading"));
        showReading(hand, taking);
    }

    [[nodiscard]] QString pictureTitle(const std::optional<AtHand>& hand) const
    {
        if (!hand)
            return tr("Where the tip has to be");
        const auto& reading = hand->probe->readings[hand->reading];
        return tr("Point %1 of %2: %3")
            .arg(hand->reading + 1)
            .arg(hand->probe->readings.size())
            .arg(workspace().text(analysis::pointName({reading.u, reading.v})));
    }

    [[nodiscard]] QString wayText(const AtHand& hand) const
    {
        const auto* result = workspace().probeResult();
        if (!result || !result->station)
            return {};
        const auto& reading = hand.probe->readings[hand.reading];
        const auto way = tasks::tipWay(*workspace().port(), workspace().port()->stations[*result->station].s,
                                       workspace().analysisNow().sections[*result->station], {reading.u, reading.v});
        QString text = (way.fromWindow ? tr("Stem in from the window: %1. ") : tr("Stem in from the valve: %1. "))
                           .arg(workspace().text(Kind::Length, way.depth.si()));
        text += way.looksToWindow ? tr("The tip looks toward the window.") : tr("The tip looks toward the valve.");
        if (way.tooNear)
            text += tr(" ▲ Too near to the wall for a pitot.");
        return text;
    }

    void showReading(const std::optional<AtHand>& hand, bool taking)
    {
        const app::Workspace& w = workspace();
        if (!taking) {
            const auto* result = w.probeResult();
            const auto speed = hand && result ? result->readings[hand->reading].speed : std::nullopt;
            m_reading->setText(speed ? w.text(Kind::Speed, speed->si()) : QString::fromUtf8(units::kUnknownText));
            m_state->setText(hand ? readText(*hand) : tr("Ctrl+Enter begins the next round."));
            return;
        }
        const auto& view = desk().view();
        const auto room = analysis::roomAir(w.job().bench);
        const auto speed = view.mean && room ? air::pitotSpeed(*room, PressureDifference::fromSi(view.mean->value))
                                             : std::optional<Speed>();
        m_reading->setText(speed ? w.text(Kind::Speed, speed->si()) : QString::fromUtf8(units::kUnknownText));
        m_state->setText(takingText(view));
    }

    [[nodiscard]] QString readText(const AtHand& hand) const
    {
        const auto& reading = hand.probe->readings[hand.reading];
        if (!reading.isRead())
            return reading.when.empty() ? tr("Not read yet.") : tr("Not read: no air, or passed over.");
        const auto* result = workspace().probeResult();
        if (!result->traverse || !result->traverse->points[hand.reading].ratio)
            return {};
        const auto& point = result->traverse->points[hand.reading];
        QString text =
            tr("%1 the mean: %2").arg(ratioText(workspace(), *point.ratio), workspace().text(nameOf(*point.verdict)));
        if (reading.scatter)
            text += tr(", scatter %1").arg(workspace().text(Kind::Speed, reading.scatter->si()));
        return text;
    }

    [[nodiscard]] QString takingText(const app::InstrumentView& view) const
    {
        switch (*view.phase) {
        case SetTaker::Phase::Moving: return tr("The traverse brings the tip there.");
        case SetTaker::Phase::ForHand:
            return tr("Bring the tip there, then Space. S passes it over, R takes the last anew.");
        case SetTaker::Phase::Done: return tr("All points are taken.");
        case SetTaker::Phase::Averaging: break;
        }
        if (!view.mean)
            return tr("Waiting for air. S passes the point over.");
        const double scatter = view.mean->value > 0.0 ? view.mean->scatter / (2.0 * view.mean->value) : 0.0;
        return tr("%1 readings, scatter %2%3. Space takes it as it is.")
            .arg(view.mean->samples)
            .arg(workspace().text(Kind::Percent, scatter), view.mean->steady ? tr(", steady") : QString());
    }

    Context m_context;
    const Commands& m_commands;
    Panel* m_picture = nullptr;
    Panel* m_digits = nullptr;
    Panel* m_long = nullptr;
    QWidget* m_tip = nullptr;
    QLabel* m_way = nullptr;
    QLabel* m_reading = nullptr;
    QLabel* m_state = nullptr;
    QLineEdit* m_hand = nullptr;
    MessageLine* m_message = nullptr;
    QCheckBox* m_steady = nullptr;
    QComboBox* m_cue = nullptr;
    std::optional<std::pair<std::size_t, std::size_t>> m_followed;
};

}  // namespace

SessionView* makeSessionView(Context context, const Commands& commands) { return new Session(context, commands); }

}  // namespace euryth::widgets
