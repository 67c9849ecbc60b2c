// SPDX-License-Identifier: GPL-3.0-or-later
#include "help/tour.hpp"

#include <QEvent>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QStyle>
#include <QVBoxLayout>

#include "drawing/theme.hpp"
#include "kit/parts.hpp"

namespace euryth::widgets {

/// Drawn over the window, and no mouse's business.
class Tour::Frame : public QWidget {
public:
    Frame(Context context, QWidget* parent) : QWidget(parent), m_context(context)
    {
        setAttribute(Qt::WA_TransparentForMouseEvents);
        hide();
    }

protected:
    void paintEvent(QPaintEvent*) override
    {
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(QPen(m_context.look.theme().plan, 4.0, Qt::DashLine));
        painter.drawRoundedRect(QRectF(rect()).adjusted(3, 3, -3, -3), 6, 6);
    }

private:
    Context m_context;
};

Tour::Tour(Desk& desk, std::vector<TourStep> steps, std::function<void(int)> kept)
    : QFrame(desk.window()),
      m_desk(desk),
      m_steps(std::move(steps)),
      m_kept(std::move(kept)),
      m_frame(new Frame(desk.context(), desk.window())),
      m_count(quietLabel({})),
      m_title(new WrapLabel),
      m_text(new WrapLabel),
      m_state(quietLabel({})),
      m_back(new QPushButton(tr("Back"))),
      m_next(new QPushButton)
{
    setObjectName(QStringLiteral("panel"));
    setAccessibleName(tr("Guided tour"));
    hide();
    constexpr int wide = 340;
    setFixedWidth(wide);
    m_title->setFont(drawing::font(drawing::text::kName, true));
    m_text->setObjectName(QStringLiteral("tourText"));
    m_text->setWordWrap(true);
    m_state->setWordWrap(true);
    m_next->setObjectName(QStringLiteral("tourNext"));
    auto* leaveIt = new QPushButton(tr("Leave"));
    leaveIt->setToolTip(tr("Help, Guided tour takes it up again at this step"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(14, 10, 14, 10);
    column->addWidget(m_count);
    column->addWidget(m_title);
    column->addWidget(m_text);
    column->addWidget(m_state);
    auto* row = new QHBoxLayout;
    row->addWidget(leaveIt);
    row->addStretch(1);
    row->addWidget(m_back);
    row->addWidget(m_next);
    column->addLayout(row);
    connect(m_back, &QPushButton::clicked, this, &Tour::back);
    connect(m_next, &QPushButton::clicked, this, &Tour::next);
    connect(leaveIt, &QPushButton::clicked, this, &Tour::leave);
    connect(&desk.workspace(), &app::Workspace::refreshed, this, &Tour::look);
    desk.window()->installEventFilter(this);
}

Tour::~Tour() = default;

void Tour::begin(int step)
{
    m_step = std::clamp(step, 0, static_cast<int>(m_steps.size()) - 1);
    show();
}

void Tour::show()
{
    const TourStep& step = m_steps[static_cast<std::size_t>(m_step)];
    if (step.go)
        step.go(m_desk);
    m_before = m_desk.workspace().snapshot();
    m_done = false;
    m_kept(m_step);
    m_count->setText(tr("Step %1 of %2").arg(m_step + 1).arg(m_steps.size()));
    m_title->setText(QCoreApplication::translate("Tour", step.title));
    m_text->setText(QCoreApplication::translate("Tour", step.text));
    m_back->setEnabled(m_step > 0);
    m_next->setText(m_step + 1 < static_cast<int>(m_steps.size()) ? tr("Next (F8)") : tr("End (F8)"));
    QFrame::show();
    raise();
    look();
}

void Tour::look()
{
    if (!isVisible())
        return;
    const TourStep& step = m_steps[static_cast<std::size_t>(m_step)];
    m_done = m_done || !step.isDone || step.isDone(*m_before, m_desk);
    m_state->setText(!step.isDone ? QString() : m_done ? tr("✔ done") : tr("○ try it; or pass it over with Next"));
    m_next->setProperty("primary", m_done);
    m_next->style()->unpolish(m_next);
    m_next->style()->polish(m_next);
    resize(width(), layout()->totalHeightForWidth(width()));  // texts that wrap
    place();
}

QWidget* Tour::target() const
{
    const QString name = QString::fromLatin1(m_steps[static_cast<std::size_t>(m_step)].target);
    for (QWidget* found : m_desk.window()->findChildren<QWidget*>(name)) {
        if (found->isVisible())
            return found;
    }
    return nullptr;
}

void Tour::place()
{
    QWidget* window = m_desk.window();
    const QWidget* at = target();
    m_frame->setVisible(at);
    QRect shown;
    if (at) {
        shown = QRect(at->mapTo(window, QPoint()), at->size()).intersected(window->rect());
        m_frame->setGeometry(shown.adjusted(-4, -4, 4, 4));
        m_frame->raise();
    }
    raise();
    // In the corner where it hides the least of what it is about; it stays clear of the bars above and below.
    constexpr int edge = 16;
    constexpr int bars = 60;
    const int right = window->width() - width() - edge;
    const int bottom = window->height() - height() - bars;
    QPoint best(right, bottom);
    int least = -1;
    for (const QPoint corner : {QPoint(right, bottom), QPoint(edge, bottom), QPoint(right, bars), QPoint(edge, bars)}) {
        const QRect both = QRect(corner, size()).intersected(shown);
        const int hidden = both.isValid() ? both.width() * both.height() : 0;
        if (least < 0 || hidden < least) {
            least = hidden;
            best = corner;
        }
    }
    move(best);
}

void Tour::next()
{
    if (m_step + 1 < static_cast<int>(m_steps.size())) {
        ++m_step;
        return show();
    }
    leave();
    m_step = 0;
    m_kept(0);
}

void Tour::back()
{
    m_step = std::max(0, m_step - 1);
    show();
}

void Tour::leave()
{
    hide();
    m_frame->hide();
    m_desk.focusPage();
}

bool Tour::eventFilter(QObject* watched, QEvent* event)
{
    if (event->type() == QEvent::Resize && isVisible())
        place();
    return QFrame::eventFilter(watched, event);
}

}  // namespace euryth::widgets
