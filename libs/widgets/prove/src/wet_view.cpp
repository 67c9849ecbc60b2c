// SPDX-License-Identifier: GPL-3.0-or-later
#include <QHBoxLayout>
#include <QListWidget>

#include <algorithm>

#include "analysis/pins.hpp"
#include "kit/canvas.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"
#include "kit/photo_tools.hpp"
#include "prove_views.hpp"
#include "proving/wet_flow.hpp"

namespace euryth::widgets {

using units::Kind;

namespace {

/// One side of a pair: what was pinned, with its picture.
class PinSide : public QWidget {
public:
    explicit PinSide(Context context) : m_context(context)
    {
        m_text = new WrapLabel;
        m_text->setWordWrap(true);
        m_text->setAlignment(Qt::AlignTop | Qt::AlignLeft);
        m_column = new QVBoxLayout(this);
        m_column->setContentsMargins(0, 0, 0, 0);
        m_column->addWidget(m_text);
        m_column->addStretch(1);
    }

    void show(const QString& state, const job::Pin* pin)
    {
        const app::Workspace& w = m_context.workspace;
        delete m_photo;
        m_photo = newPhotoButton(m_context, [photo = pin ? pin->photo : std::string()] { return photo; });
        m_column->insertWidget(1, m_photo);
        if (!pin) {
            m_text->setText(tr("<b>%1</b><br>nothing pinned here").arg(state.toHtmlEscaped()));
            return;
        }
        QStringList lines{QStringLiteral("<b>%1</b>").arg(state.toHtmlEscaped()),
                          tr("%1, %2").arg(w.text(analysis::nameOf(pin->kind)), QString::fromStdString(pin->id))};
        if (pin->width)
            lines << tr("width %1").arg(w.text(Kind::Length, pin->width->si()));
        if (pin->lift)
            lines << tr("at %1 of lift").arg(w.text(Kind::Length, pin->lift->si()));
        if (!pin->text.empty())
            lines << QString::fromStdString(pin->text).toHtmlEscaped();
        m_text->setText(lines.join(QStringLiteral("<br>")));
    }

private:
    Context m_context;
    QVBoxLayout* m_column;
    QLabel* m_text;
    QPushButton* m_photo = nullptr;
};

/// The widths of a streak before and after, to one scale.
struct WidthScene {
    struct Bar {
        QString name;
        double width = 0.0;  ///< m
    };
    std::vector<Bar> bars;
    units::DisplayUnits units;
};

QString spokenOf(const WidthScene& scene)
{
    QStringList parts;
    for (const WidthScene::Bar& bar : scene.bars)
        parts << bar.name + QStringLiteral(" ") +
                     QString::fromStdString(units::formatWithUnit(units::Kind::Length, bar.width, scene.units));
    return parts.join(QStringLiteral("; "));
}

class WidthCanvas : public SceneCanvas<WidthScene> {
public:
    WidthCanvas(Context context, std::function<std::vector<WidthScene::Bar>()> bars)
        : SceneCanvas(context),
          m_bars(std::move(bars))
    {
        setObjectName(QStringLiteral("wetWidths"));
        setMinimumHeight(120);
        setAccessibleName(tr("Widths of the streak, to one scale"));
    }

protected:
    [[nodiscard]] WidthScene makeScene() const override { return {m_bars(), workspace().displayUnits()}; }
    void draw(QPainter& painter, const WidthScene& scene) override
    {
        double most = 0.0;
        for (const auto& bar : scene.bars)
            most = std::max(most, bar.width);
        if (!(most > 0.0))
            return;
        constexpr double high = 26.0;
        constexpr double step = 54.0;
        const double wide = area().width() * 0.8;
        double y = area().top() + 4.0;
        painter.setFont(drawing::font(drawing::text::kNormal));
        for (const auto& bar : scene.bars) {
            painter.setPen(theme().ink);
            painter.drawText(QRectF(area().left(), y, area().width(), 18), Qt::AlignLeft | Qt::AlignVCenter,
                             tr("%1: %2").arg(bar.name, workspace().text(Kind::Length, bar.width)));
            painter.setPen(QPen(theme().now, 1.4));
            painter.setBrush(QBrush(theme().now, Qt::BDiagPattern));
            painter.drawRect(QRectF(area().left() + 1.0, y + 20.0, bar.width / most * wide, high));
            painter.setBrush(Qt::NoBrush);
            y += step + 4.0;
        }
    }

private:
    std::function<std::vector<WidthScene::Bar>()> m_bars;
};

class WetView : public QWidget {
public:
    explicit WetView(Context context) : m_context(context)
    {
        auto* left = new Panel(tr("Wet flow, before and after"));
        m_list = new QListWidget;
        m_list->setObjectName(QStringLiteral("wetPairs"));
        m_list->setWordWrap(true);
        connect(m_list, &QListWidget::currentRowChanged, this, [this] { showPair(); });
        left->body()->addWidget(m_list, 1);
        m_hint = quietLabel(QString());
        m_hint->setObjectName(QStringLiteral("wetHint"));
        m_hint->setWordWrap(true);
        left->body()->addWidget(m_hint);
        auto* right = new Panel(tr("Beside each other"));
        auto* sides = new QHBoxLayout;
        sides->setSpacing(12);
        m_before = new PinSide(context);
        m_after = new PinSide(context);
        m_before->setObjectName(QStringLiteral("wetBefore"));
        m_after->setObjectName(QStringLiteral("wetAfter"));
        sides->addWidget(m_before, 1);
        sides->addWidget(m_after, 1);
        right->body()->addLayout(sides);
        m_widths = new WidthCanvas(context, [this] { return bars(); });
        right->body()->addWidget(m_widths, 1);
        m_right = right;
        besideEachOther(this, {{left, 2}, {right, 3}});
        setFocusProxy(m_list);
        whileSeen(context, this, [this] { refresh(); });
    }

private:
    [[nodiscard]] QString told(const proving::WetPair& pair) const
    {
        const app::Workspace& w = m_context.workspace;
        const auto& pins = w.port()->pins;
        const job::Pin& pin = pins[pair.before ? *pair.before : *pair.after];
        QString place = w.text(analysis::nameOf(pin.kind));
        if (pin.s)
            place += tr(" at %1").arg(w.text(Kind::Position, pin.s->si()));
        if (pin.sector)
            place += tr(", %1").arg(w.text(geometry::nameOf(*pin.sector)));
        if (!pair.before)
            return tr("%1: new").arg(place);
        if (!pair.after)
            return tr("%1: not seen any more").arg(place);
        if (!pair.grew)
            return tr("%1: still there").arg(place);
        const QString by = w.text(Kind::Length, std::abs(pair.grew->si()));
        return pair.grew->si() > 0.0 ? tr("%1: wider by %2").arg(place, by) : tr("%1: narrower by %2").arg(place, by);
    }

    void refresh()
    {
        const app::Workspace& w = m_context.workspace;
        const int row = m_list->currentRow();
        m_flow = w.port() ? proving::wetFlowOf(*w.port()) : std::nullopt;
        m_list->clear();
        for (std::size_t i = 0; m_flow && i < m_flow->pairs.size(); ++i)
            m_list->addItem(told(m_flow->pairs[i]));
        m_list->setCurrentRow(m_flow ? std::clamp(row, 0, static_cast<int>(m_flow->pairs.size()) - 1) : -1);
        m_hint->setText(
            m_flow ? tr("From \"%1\" to \"%2\". A streak that narrows is fuel that stays in the air.")
                         .arg(QString::fromStdString(m_flow->firstState), QString::fromStdString(m_flow->lastState))
                   : tr("Pin what dye or a string showed, with its width and a picture, in Probe, Findings: once "
                        "before the work and once after it. Here they stand beside each other."));
        showPair();
    }

    [[nodiscard]] const proving::WetPair* chosen() const
    {
        const int row = m_list->currentRow();
        return m_flow && row >= 0 && row < static_cast<int>(m_flow->pairs.size())
                   ? &m_flow->pairs[static_cast<std::size_t>(row)]
                   : nullptr;
    }

    [[nodiscard]] std::vector<WidthScene::Bar> bars() const
    {
        std::vector<WidthScene::Bar> bars;
        const proving::WetPair* pair = chosen();
        const auto add = [&](const std::optional<std::size_t>& pin, const std::string& state) {
            const auto& pins = m_context.workspace.port()->pins;
            if (pin && *pin < pins.size() && pins[*pin].width)
                bars.push_back({QString::fromStdString(state), pins[*pin].width->si()});
        };
        if (pair && m_context.workspace.port()) {
            add(pair->before, m_flow->firstState);
            add(pair->after, m_flow->lastState);
        }
        return bars;
    }

    void showPair()
    {
        m_widths->outdate();
        m_right->setVisible(m_flow.has_value());
        const proving::WetPair* pair = chosen();
        m_before->setVisible(pair);
        m_after->setVisible(pair);
        if (!pair)
            return;
        const auto& pins = m_context.workspace.port()->pins;
        m_before->show(QString::fromStdString(m_flow->firstState), pair->before ? &pins[*pair->before] : nullptr);
        m_after->show(QString::fromStdString(m_flow->lastState), pair->after ? &pins[*pair->after] : nullptr);
    }

    Context m_context;
    std::optional<proving::WetFlow> m_flow;
    QListWidget* m_list;
    QLabel* m_hint;
    PinSide* m_before;
    PinSide* m_after;
    WidthCanvas* m_widths;
    QWidget* m_right;
};

}  // namespace

QWidget* makeWetView(Context context) { return new WetView(context); }

}  // namespace euryth::widgets
