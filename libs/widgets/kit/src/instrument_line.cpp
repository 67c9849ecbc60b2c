// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/instrument_line.hpp"

#include <QAction>
#include <QComboBox>
#include <QHBoxLayout>
#include <QLineEdit>

#include "app/instrument_desk.hpp"
#include "kit/parts.hpp"
#include "kit/seen.hpp"

namespace euryth::widgets {

using app::InstrumentDesk;
using devices::Channel;
using devices::SetTaker;
using units::Kind;

namespace {

QString latestText(const app::Workspace& w, const app::InstrumentView& view)
{
    QStringList parts;
    const auto add = [&](Channel channel, Kind kind, const QString& name) {
        if (const auto found = view.latest.find(channel); found != view.latest.end())
            parts << tr("%1 %2").arg(name, w.text(kind, found->second));
    };
    add(Channel::Depression, Kind::Depression, tr("depression"));
    add(Channel::Flow, Kind::Flow, tr("flow"));
    add(Channel::Lift, Kind::Length, tr("lift"));
    add(Channel::Impact, Kind::Depression, tr("pitot"));
    return parts.join(QStringLiteral(" · "));
}

QString takingText(const app::Workspace& w, const InstrumentDesk& desk)
{
    const app::InstrumentView& view = desk.view();
    const auto lift = desk.liftInHand();
    QString head = tr("Point %1 of %2").arg(view.point + 1).arg(view.points);
    if (lift) {
        const auto& point = w.job().ports[lift->port].flow[lift->test].points[lift->point];
        head =
            tr("Lift %1 (%2 of %3)").arg(w.text(Kind::Length, point.lift->si())).arg(view.point + 1).arg(view.points);
    }
    switch (*view.phase) {
    case SetTaker::Phase::Moving:
        return lift ? tr("%1: the valve is on its way").arg(head) : tr("%1: the tip is on its way").arg(head);
    case SetTaker::Phase::ForHand:
        return lift ? tr("%1: open the valve so far, then Valve is there (or the instrument's key)").arg(head)
                    : tr("%1: bring the tip there, then Tip is there (or the probe's key)").arg(head);
    case SetTaker::Phase::Done: return tr("All points are taken.");
    case SetTaker::Phase::Averaging: break;
    }
    const Kind kind = lift ? Kind::Flow : Kind::Depression;
    return view.mean
               ? tr("%1: %2, scatter %3").arg(head, w.text(kind, view.mean->value), w.text(kind, view.mean->scatter))
               : tr("%1: waiting for air").arg(head);
}

QString statusText(const app::Workspace& w, const InstrumentDesk& desk)
{
    const app::InstrumentView& view = desk.view();
    if (!desk.isOn())
        return tr("No instrument: readings are typed.");
    if (!view.connected)
        return view.trouble.empty() ? tr("Connecting…") : tr("%1. Trying again.").arg(w.text(view.trouble));
    if (view.state == devices::Instrument::State::Asking)
        return tr("Connected; nobody answers yet.");
    if (view.state == devices::Instrument::State::Silent)
        return tr("%1 has fallen silent.").arg(view.name);
    QString text = view.phase ? takingText(w, desk) : tr("%1: %2").arg(view.name, latestText(w, view));
    if (view.badLines > 0)
        text += tr(" (%1 bad lines)").arg(view.badLines);
    return desk.doubts().isEmpty() || view.phase ? text : QStringLiteral("▲ ") + desk.doubts().join(QLatin1Char(' '));
}

/// What the instrument's channels resolve and how far they may be off, which is not the same; in their own units.
QString abilities(const app::InstrumentView& view)
{
    QStringList lines;
    for (const devices::Capability& can : view.capabilities) {
        const devices::ChannelInfo& info = devices::infoOf(can.channel);
        const QString unit = QString::fromUtf8(info.unit.data(), static_cast<qsizetype>(info.unit.size()));
        const QString name = QString::fromUtf8(info.name.data(), static_cast<qsizetype>(info.name.size()));
        QString line = tr("%1: resolves %2 %4, right within %3 %4")
                           .arg(name, QString::number(can.resolution), QString::number(can.accuracy), unit);
        if (can.moves)
            line += tr(", can be sent there");
        lines << line;
    }
    return lines.join(QLatin1Char('\n'));
}

/// The line's widgets, brought up to what the instrument is.
class InstrumentLine : public QWidget {
public:
    InstrumentLine(Context context, const Commands& commands, InstrumentTakes takes)
        : m_context(context),
          m_takes(std::move(takes))
    {
        setObjectName(m_takes.name + QStringLiteral("Line"));
        m_address->setObjectName(m_takes.name + QStringLiteral("Address"));
        m_address->setEditable(true);
        m_address->setFixedWidth(150);
        m_address->setAccessibleName(tr("Address of the instrument"));
        m_address->setToolTip(tr("Where the instrument is: serial:/dev/ttyUSB0, socket:PATH or tcp:HOST:PORT"));
        for (const std::string& line : devices::serialLines())
            m_address->addItem(QString::fromStdString(line));
        m_address->setEditText({});
        m_address->lineEdit()->setPlaceholderText(tr("instrument…"));
        m_connect->setObjectName(m_takes.name + QStringLiteral("Connect"));
        m_status->setObjectName(m_takes.name + QStringLiteral("Status"));
        constexpr int room = 210;
        m_status->setMinimumWidth(room);
        m_press->setObjectName(m_takes.name + QStringLiteral("Press"));
        m_press->setToolTip(tr("All is where it has to be: average now (the instrument's own key does the same)"));
        m_take->setObjectName(m_takes.name + QStringLiteral("Take"));
        m_take->setToolTip(m_takes.tip);
        m_press->setText(m_takes.there);
        m_simulated->setObjectName(m_takes.name + QStringLiteral("Simulated"));
        m_simulated->setToolTip(
            tr("Starts the bench that ships with Euryth, with this port in it, and connects it (Ctrl+Shift+B)"));
        auto* row = new QHBoxLayout(this);
        row->setContentsMargins(0, 0, 0, 0);
        row->addWidget(m_address);
        row->addWidget(m_connect);
        row->addWidget(m_simulated);
        row->addWidget(m_status, 1);
        row->addWidget(m_press);
        row->addWidget(m_take);
        for (QPushButton* button : {m_connect, m_simulated, m_press, m_take})
            button->setProperty("switch", true);
        connect(m_connect, &QPushButton::clicked, this, &InstrumentLine::toggle);
        connect(m_address->lineEdit(), &QLineEdit::returnPressed, this, &InstrumentLine::toggle);
        connect(m_press, &QPushButton::clicked, this, [this] { desk().press(); });
        connect(m_simulated, &QPushButton::clicked, commands.action(command::SimulateBench), &QAction::trigger);
        connect(&context.session.simulatedBench(), &app::SimulatedBench::failed, this, [this](const QString& why) {
            m_refused = why;
            refresh();
        });
        connect(m_take, &QPushButton::clicked, this, &InstrumentLine::take);
        connect(&desk(), &InstrumentDesk::changed, this, &InstrumentLine::refresh);
        keepUpToDate(context, this, [this] { refresh(); });
    }

private:
    [[nodiscard]] InstrumentDesk& desk() const { return m_context.session.instrument(); }

    void toggle()
    {
        m_refused.clear();
        if (desk().isOn()) {
            desk().disconnect();
            m_context.session.simulatedBench().stop();
        } else if (const QString address = m_address->currentText().trimmed(); !address.isEmpty())
            desk().connectTo(address);
    }

    void take()
    {
        m_refused.clear();
        if (desk().view().phase)
            desk().stopSet();
        else
            m_refused = m_takes.begin();
        refresh();
    }

    void refresh()
    {
        const app::InstrumentView& view = desk().view();
        m_address->setEnabled(!desk().isOn());
        m_connect->setText(desk().isOn() ? tr("Disconnect") : tr("Connect"));
        const bool ready = desk().isOn() && view.state == devices::Instrument::State::Ready && view.connected;
        m_take->setEnabled(ready || view.phase);
        m_take->setText(view.phase ? m_takes.stop : m_takes.take);
        m_take->setVisible(desk().isOn());
        m_connect->setToolTip(abilities(view));
        m_simulated->setVisible(!desk().isOn());
        m_simulated->setEnabled(m_context.workspace.port() && !m_context.session.simulatedBench().isOn());
        m_press->setVisible(view.phase == SetTaker::Phase::ForHand);
        m_status->setWhole(m_refused.isEmpty() ? statusText(m_context.workspace, desk())
                                               : QStringLiteral("▲ ") + m_refused);
    }

    Context m_context;
    InstrumentTakes m_takes;
    QComboBox* m_address = new QComboBox;
    QPushButton* m_connect = new QPushButton;
    ShortLabel* m_status = new ShortLabel;
    QPushButton* m_simulated = new QPushButton(tr("Simulated bench"));
    QPushButton* m_press = new QPushButton;
    QPushButton* m_take = new QPushButton;
    QString m_refused;
};

}  // namespace

QWidget* makeInstrumentLine(Context context, const Commands& commands, InstrumentTakes takes)
{
    return new InstrumentLine(context, commands, std::move(takes));
}

}  // namespace euryth::widgets
