// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>
#include <QPainter>
#include <QWidget>

#include "kit/look.hpp"

namespace euryth::widgets {

/// A widget that paints something of the workspace. When workspace, style or focus have changed, what it paints is
/// prepared anew, before it is painted and once for all changes of a moment; while it is hidden, not before it is
/// shown. Painting works nothing out.
class Canvas : public QWidget {
    Q_OBJECT

public:
    explicit Canvas(Context context, QWidget* parent = nullptr);
    /// Something that it shows has changed beside these.
    void outdate();
    [[nodiscard]] bool isUpToDate() const { return !m_outdated; }

protected:
    [[nodiscard]] app::Workspace& workspace() const { return m_context.workspace; }
    [[nodiscard]] const drawing::Theme& theme() const { return m_context.look.theme(); }
    [[nodiscard]] QRectF area() const { return QRectF(rect()); }
    /// Prepares what has changed; paintings and mouse handlers that cannot wait call it.
    void bringUpToDate() const;
    /// Lays what is missing, a text with links (kit/field_links.hpp), over the whole picture; painters leave such a
    /// text out (drawing::paintEmpty()). A text without links takes it away.
    void layOver(const QString& missing) const;
    /// Works out what is painted, and keeps it.
    virtual void prepare() const {}
    bool event(QEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    Context m_context;
    QLabel* m_over;
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
        if constexpr (requires(const Scene& s) { s.missing.contains(QString()); })
            layOver(m_scene.missing);
        else if constexpr (requires(const Scene& s) { s.front().missing.contains(QString()); })
            layOver(m_scene.empty() ? QString() : m_scene.front().missing);
    }
    void paintEvent(QPaintEvent*) final
    {
        QPainter painter(this);
        draw(painter, scene());
    }

private:
    mutable Scene m_scene;
};

}  // namespace euryth::widgets
