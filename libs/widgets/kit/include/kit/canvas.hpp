// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>
#include <QPainter>
#include <QWidget>

#include "drawing/spoken.hpp"
#include "kit/look.hpp"

namespace euryth::widgets {

/// A widget that paints something of the workspace. When workspace, style or focus have changed, what it paints is
/// prepared anew, before it is painted and once for all changes of a moment; while it is hidden, not before it is
/// shown. Painting works nothing out.
///
/// One can look nearer: area() is then larger than the widget and lies partly outside of it, and whoever paints into
/// area(), and asks it where a pixel is, follows.
class Canvas : public QWidget {
    Q_OBJECT

public:
    explicit Canvas(Context context, QWidget* parent = nullptr);
    /// Something that it shows has changed beside these.
    void outdate();
    [[nodiscard]] bool isUpToDate() const { return !m_outdated; }

    /// How many times as large as the widget the picture is; 1 to kNearest.
    [[nodiscard]] double nearness() const { return m_nearness; }
    static constexpr double kNearest = 8.0;
    /// Nearer (factor over 1) or farther, so that what is at `about` stays there.
    void lookNearer(double factor, QPointF about);
    /// Moves the picture, as far as there is something to see.
    void lookAside(QPointF by);
    /// The whole picture again.
    virtual void lookAtAll();

protected:
    [[nodiscard]] app::Workspace& workspace() const { return m_context.workspace; }
    [[nodiscard]] const drawing::Theme& theme() const { return m_context.look.theme(); }
    /// Where the picture is painted: the widget, or more where one looks nearer.
    [[nodiscard]] QRectF area() const
    {
        return {m_aside.x(), m_aside.y(), inner().width() * m_nearness + edges().left() + edges().right(),
                inner().height() * m_nearness + edges().top() + edges().bottom()};
    }
    /// What the picture has round its content for axes and titles, which stays as large however near one looks.
    [[nodiscard]] virtual QMarginsF edges() const { return {}; }
    /// False for pictures that have a way of their own to look nearer, or none.
    [[nodiscard]] virtual bool canLookNearer() const { return true; }
    /// True for pictures with a use of their own for + and -, with Ctrl too.
    [[nodiscard]] virtual bool takesSignKeys() const { return false; }
    /// Prepares what has changed; paintings and mouse handlers that cannot wait call it.
    void bringUpToDate() const;
    /// Lays what is missing, a text with links (kit/field_links.hpp), over the whole picture; painters leave such a
    /// text out (drawing::paintEmpty()). A text without links takes it away.
    void layOver(const QString& missing) const;
    /// Works out what is painted, and keeps it.
    virtual void prepare() const {}
    /// What the picture shows and the chosen value, for whoever hears it instead of seeing it.
    [[nodiscard]] virtual QString spoken() const;
    /// Tells a screen reader that; where something is missing, what.
    void tellReader(const QString& spoken, const QString& missing) const;
    /// What is at a place of the picture, read off where the pointer is; empty where there is nothing to read.
    [[nodiscard]] virtual QString readOff(QPointF) const { return {}; }
    /// How near one looks, and what is read off, over the picture.
    void paintOver(QPainter& painter) const;
    bool event(QEvent* event) override;
    void showEvent(QShowEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;

private:
    [[nodiscard]] QSizeF inner() const { return QRectF(rect()).marginsRemoved(edges()).size(); }
    bool lookByKey(const QKeyEvent& event);
    bool lookByMouse(QEvent& event);
    void pointAt(std::optional<QPointF> place);
    void paintNearness(QPainter& painter) const;
    void paintReadOff(QPainter& painter) const;

    Context m_context;
    QLabel* m_over;
    double m_nearness = 1.0;
    QPointF m_aside;                 ///< of area() in the widget
    std::optional<QPointF> m_drawn;  ///< where the middle button drags the picture
    std::optional<QPointF> m_pointer;
    QString m_readOff;  ///< at the pointer
    mutable bool m_outdated = true;
    bool m_asked = false;  ///< a preparation is on its way
};

/// A canvas whose picture is a scene: worked out by makeScene(), drawn by draw().
template <class Scene>
class SceneCanvas : public Canvas {
public:
    using Canvas::Canvas;
    /// As it is now.
    [[nodiscard]] const Scene& scene() const
    {
        bringUpToDate();
        return m_scene;
    }

protected:
    [[nodiscard]] virtual Scene makeScene() const = 0;
    virtual void draw(QPainter& painter, const Scene& scene) = 0;
    void prepare() const final
    {
        m_scene = makeScene();
        QString missing;
        if constexpr (requires(const Scene& s) { s.missing.contains(QString()); })
            missing = m_scene.missing;
        else if constexpr (requires(const Scene& s) { s.front().missing.contains(QString()); })
            missing = m_scene.empty() ? QString() : m_scene.front().missing;
        layOver(missing);
        if constexpr (requires(const Scene& s) { spokenOf(s); })
            tellReader(spokenOf(m_scene), missing);
        else
            tellReader(spoken(), missing);
    }
    void paintEvent(QPaintEvent*) final
    {
        QPainter painter(this);
        draw(painter, scene());
        paintOver(painter);
    }

private:
    mutable Scene m_scene;
};

}  // namespace euryth::widgets
