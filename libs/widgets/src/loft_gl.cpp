// SPDX-License-Identifier: GPL-3.0-or-later
#include <QGuiApplication>
#include <QOffscreenSurface>
#include <QOpenGLBuffer>
#include <QOpenGLContext>
#include <QOpenGLFunctions_3_3_Core>
#include <QOpenGLShaderProgram>
#include <QOpenGLVersionFunctionsFactory>
#include <QOpenGLVertexArrayObject>
#include <QOpenGLWidget>
#include <QPainter>
#include <QSurfaceFormat>
#include <QVector2D>

#include "drawing/paint_empty.hpp"
#include "widgets/survey_canvases.hpp"

namespace euryth::widgets {

namespace {

QSurfaceFormat wantedFormat()
{
    QSurfaceFormat format;
    format.setVersion(3, 3);
    format.setProfile(QSurfaceFormat::CoreProfile);
    format.setDepthBufferSize(24);
    format.setSamples(4);
    return format;
}

constexpr const char* kVertexShader = R"(#version 330 core
layout(location = 0) in vec3 place;
layout(location = 1) in vec3 colour;
uniform vec2 perMetre;
uniform float depthScale;
flat out vec3 lit;
void main()
{
    gl_Position = vec4(place.x * perMetre.x, place.y * perMetre.y, -place.z * depthScale, 1.0);
    lit = colour;
}
)";
constexpr const char* kFragmentShader = R"(#version 330 core
flat in vec3 lit;
out vec4 pixel;
void main() { pixel = vec4(lit, 1.0); }
)";

/// The port in space by OpenGL. The surface is turned and lit here and sent anew for each picture: it has a few thousand
/// corners, and so both renderers share one geometry.
class LoftGlWidget : public QOpenGLWidget {
public:
    explicit LoftGlWidget(Context context) : m_context(context)
    {
        setObjectName(QStringLiteral("loftGl"));
        setFormat(wantedFormat());
        setMinimumSize(220, 220);
        setFocusPolicy(Qt::StrongFocus);
        setAccessibleName(LoftCanvas::tr("The port in space"));
        setToolTip(LoftCanvas::tr("Drag to turn, wheel to zoom; arrow keys, + and - do the same."));
        connect(&context.workspace, &app::Workspace::refreshed, this, qOverload<>(&QWidget::update));
        connect(&context.look, &Look::changed, this, qOverload<>(&QWidget::update));
    }
    LoftGlWidget(const LoftGlWidget&) = delete;
    LoftGlWidget& operator=(const LoftGlWidget&) = delete;
    ~LoftGlWidget() override
    {
        makeCurrent();
        m_program.reset();
        m_corners.destroy();
        m_array.destroy();
        doneCurrent();
    }

protected:
    void initializeGL() override
    {
        m_gl = QOpenGLVersionFunctionsFactory::get<QOpenGLFunctions_3_3_Core>(context());
        m_program = std::make_unique<QOpenGLShaderProgram>();
        m_program->addShaderFromSourceCode(QOpenGLShader::Vertex, kVertexShader);
        m_program->addShaderFromSourceCode(QOpenGLShader::Fragment, kFragmentShader);
        m_program->link();
        m_array.create();
        m_corners.create();
    }

    void paintGL() override
    {
        const auto& theme = m_context.look.theme();
        const auto& workspace = m_context.workspace;
        const job::Port* port = workspace.port();
        drawing::LoftScene scene;
        scene.missing = LoftCanvas::tr("This job has no port yet.");
        if (port)
            scene = drawing::loftScene(workspace.job(), *port, workspace.analysis(), workspace.station(), theme);
        const QColor ground = theme.panel;
        if (m_gl) {
            m_gl->glClearColor(static_cast<float>(ground.redF()), static_cast<float>(ground.greenF()),
                               static_cast<float>(ground.blueF()), 1.0F);
            m_gl->glClear(GL_COLOR_BUFFER_BIT | GL_DEPTH_BUFFER_BIT);
            if (!scene.empty())
                drawSurface(scene);
        }
        QPainter painter(this);
        const QRectF whole(rect());
        if (scene.empty())
            return drawing::paintEmpty(painter, theme, whole, scene.missing);
        drawing::paintLoftMarks(painter, scene, m_control.camera(), whole, theme);
    }

    bool event(QEvent* event) override
    {
        if (!m_control.handle(*event))
            return QOpenGLWidget::event(event);
        update();
        return true;
    }

private:
    void drawSurface(const drawing::LoftScene& scene)
    {
        const drawing::Sphere sphere = drawing::sphereRound(scene.loft);
        std::vector<float> corners;
        const auto add = [&](const geometry::Point3& p, const QColor& c, double light) {
            for (const double value : {p.x, p.y, p.z, c.redF() * light, c.greenF() * light, c.blueF() * light})
                corners.push_back(static_cast<float>(value));
        };
        std::vector<std::vector<geometry::Point3>> turned;
        for (const auto& ring : scene.loft.rings) {
            auto& row = turned.emplace_back();
            for (const auto& p : ring)
                row.push_back(m_control.camera().turned(p, sphere.middle));
        }
        for (std::size_t i = 0; i + 1 < turned.size(); ++i) {
            for (std::size_t j = 0; j < scene.loft.around; ++j) {
                const std::size_t k = (j + 1) % scene.loft.around;
                const auto& a = turned[i][j];
                const auto& b = turned[i][k];
                const auto& c = turned[i + 1][k];
                const auto& d = turned[i + 1][j];
                const double light = drawing::shade(a, b, d);
                for (const auto* p : {&a, &b, &c, &a, &c, &d})
                    add(*p, scene.colours[i][j], light);
            }
        }
        m_gl->glEnable(GL_DEPTH_TEST);
        m_program->bind();
        const double scale = m_control.camera().scaleFor(sphere.radius, QRectF(rect()));
        m_program->setUniformValue("perMetre", QVector2D(static_cast<float>(2.0 * scale / width()),
                                                         static_cast<float>(2.0 * scale / height())));
        m_program->setUniformValue("depthScale", static_cast<float>(0.9 / sphere.radius));
        m_array.bind();
        m_corners.bind();
        m_corners.allocate(corners.data(), static_cast<int>(corners.size() * sizeof(float)));
        constexpr int stride = 6 * sizeof(float);
        m_program->enableAttributeArray(0);
        m_program->setAttributeBuffer(0, GL_FLOAT, 0, 3, stride);
        m_program->enableAttributeArray(1);
        m_program->setAttributeBuffer(1, GL_FLOAT, 3 * sizeof(float), 3, stride);
        m_gl->glDrawArrays(GL_TRIANGLES, 0, static_cast<GLsizei>(corners.size() / 6));
        m_corners.release();
        m_array.release();
        m_program->release();
        m_gl->glDisable(GL_DEPTH_TEST);
    }

    Context m_context;
    OrbitControl m_control;
    QOpenGLFunctions_3_3_Core* m_gl = nullptr;
    std::unique_ptr<QOpenGLShaderProgram> m_program;
    QOpenGLVertexArrayObject m_array;
    QOpenGLBuffer m_corners;
};

}  // namespace

bool openGlWorks()
{
    // A context alone is not enough: on these platforms one can be had, and a shown OpenGL widget still ends the program.
    const QString platform = QGuiApplication::platformName();
    for (const char* without : {"offscreen", "minimal", "vnc", "linuxfb"}) {
        if (platform == QLatin1String(without))
            return false;
    }
    QOffscreenSurface surface;
    surface.setFormat(wantedFormat());
    surface.create();
    QOpenGLContext context;
    context.setFormat(wantedFormat());
    if (!context.create() || !context.makeCurrent(&surface))
        return false;
    const bool works = QOpenGLVersionFunctionsFactory::get<QOpenGLFunctions_3_3_Core>(&context) != nullptr;
    context.doneCurrent();
    return works;
}

QWidget* makeLoftWidget(Context context)
{
    if (openGlWorks())
        return new LoftGlWidget(context);
    return new LoftCanvas(context);
}

}  // namespace euryth::widgets
