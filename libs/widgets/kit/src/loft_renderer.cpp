// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/loft_renderer.hpp"

#include <vector>

#include <QOffscreenSurface>
#include <QOpenGLBuffer>
#include <QOpenGLContext>
#include <QOpenGLFramebufferObject>
#include <QOpenGLFunctions_3_3_Core>
#include <QOpenGLShaderProgram>
#include <QOpenGLVersionFunctionsFactory>
#include <QOpenGLVertexArrayObject>
#include <QSurfaceFormat>
#include <QVector2D>

namespace euryth::widgets {

namespace {

constexpr const char* kVertexShader = R"(#version 330 core
layout(location = 0) in vec3 place;
layout(location = 1) in vec3 colour;
uniform vec2 perMetre;
uniform float depthScale;
flat out vec3 lit;
void main()
{
    gl_Position = vec4(place.xy * perMetre, -place.z * depthScale, 1.0);
    lit = colour;
}
)";
constexpr const char* kFragmentShader = R"(#version 330 core
flat in vec3 lit;
out vec4 pixel;
void main() { pixel = vec4(lit, 1.0); }
)";
constexpr int kFloatsPerCorner = 6;  // place and colour

/// Two triangles for each face of the surface, turned into the camera's frame and lit.
std::vector<float> cornersOf(const drawing::LoftScene& scene, const drawing::OrbitCamera& camera,
                             const drawing::Sphere& sphere)
{
    std::vector<std::vector<geometry::Point3>> turned;
    for (const auto& ring : scene.loft.rings) {
        auto& row = turned.emplace_back();
        for (const auto& p : ring)
            row.push_back(camera.turned(p, sphere.middle));
    }
    std::vector<float> corners;
    for (std::size_t i = 0; i + 1 < turned.size(); ++i) {
        for (std::size_t j = 0; j < scene.loft.around; ++j) {
            const std::size_t k = (j + 1) % scene.loft.around;
            const auto& a = turned[i][j];
            const auto& b = turned[i][k];
            const auto& c = turned[i + 1][k];
            const auto& d = turned[i + 1][j];
            const double light = drawing::shade(a, b, d);
            const QColor& colour = scene.colours[i][j];
            for (const auto* p : {&a, &b, &c, &a, &c, &d}) {
                for (const double value :
                     {p->x, p->y, p->z, colour.redF() * light, colour.greenF() * light, colour.blueF() * light})
                    corners.push_back(static_cast<float>(value));
            }
        }
    }
    return corners;
}

}  // namespace

struct LoftRenderer::Gl {
    QOffscreenSurface surface;
    QOpenGLContext context;
    QOpenGLFunctions_3_3_Core* functions = nullptr;
    QOpenGLShaderProgram program;
    QOpenGLVertexArrayObject array;
    QOpenGLBuffer corners;
    std::unique_ptr<QOpenGLFramebufferObject> target;

    bool start()
    {
        QSurfaceFormat format;
        format.setVersion(3, 3);
        format.setProfile(QSurfaceFormat::CoreProfile);
        surface.setFormat(format);
        surface.create();
        context.setFormat(format);
        if (!context.create() || !context.makeCurrent(&surface))
            return false;
        functions = QOpenGLVersionFunctionsFactory::get<QOpenGLFunctions_3_3_Core>(&context);
        if (!functions || !program.addShaderFromSourceCode(QOpenGLShader::Vertex, kVertexShader) ||
            !program.addShaderFromSourceCode(QOpenGLShader::Fragment, kFragmentShader) || !program.link() ||
            !array.create() || !corners.create())
            return false;
        context.doneCurrent();
        return true;
    }

    /// A picture of this size to draw into, with depth and smooth edges.
    bool prepare(QSize pixels)
    {
        if (target && target->size() == pixels)
            return target->bind();
        QOpenGLFramebufferObjectFormat format;
        format.setAttachment(QOpenGLFramebufferObject::Depth);
        format.setSamples(4);
        target = std::make_unique<QOpenGLFramebufferObject>(pixels, format);
        return target->isValid() && target->bind();
    }

    void draw(const std::vector<float>& data, QVector2D perMetre, float depthScale)
    {
        functions->glEnable(GL_DEPTH_TEST);
        program.bind();
        program.setUniformValue("perMetre", perMetre);
        program.setUniformValue("depthScale", depthScale);
        array.bind();
        corners.bind();
        corners.allocate(data.data(), static_cast<int>(data.size() * sizeof(float)));
        constexpr int stride = kFloatsPerCorner * sizeof(float);
        program.enableAttributeArray(0);
        program.setAttributeBuffer(0, GL_FLOAT, 0, 3, stride);
        program.enableAttributeArray(1);
        program.setAttributeBuffer(1, GL_FLOAT, 3 * sizeof(float), 3, stride);
        functions->glDrawArrays(GL_TRIANGLES, 0, static_cast<GLsizei>(data.size() / kFloatsPerCorner));
        corners.release();
        array.release();
        program.release();
    }
};

LoftRenderer::LoftRenderer() : m_gl(std::make_unique<Gl>())
{
    if (!m_gl->start())
        m_gl.reset();
}

LoftRenderer::~LoftRenderer()
{
    if (!m_gl)
        return;
    m_gl->context.makeCurrent(&m_gl->surface);
    m_gl->target.reset();
    m_gl->corners.destroy();
    m_gl->array.destroy();
    m_gl->program.removeAllShaders();
    m_gl->context.doneCurrent();
}

std::optional<QImage> LoftRenderer::render(const drawing::LoftScene& scene, const drawing::OrbitCamera& camera,
                                           QSize size, double pixelRatio, const QColor& ground)
{
    if (!m_gl || scene.empty() || size.isEmpty() || !m_gl->context.makeCurrent(&m_gl->surface))
        return std::nullopt;
    const QSize pixels = size * pixelRatio;
    std::optional<QImage> picture;
    if (m_gl->prepare(pixels)) {
        m_gl->functions->glViewport(0, 0, pixels.width(), pixels.height());
        m_gl->functions->glClearColor(ground.redF(), ground.greenF(), ground.blueF(), 1.0F);
        m_gl->functions->glClear(GL_COLOR_BUFFER_BIT | GL_DEPTH_BUFFER_BIT);
        const drawing::Sphere sphere = drawing::sphereRound(scene.loft);
        const double scale = camera.scaleFor(sphere.radius, QRectF(QPointF(), QSizeF(size)));
        m_gl->draw(
            cornersOf(scene, camera, sphere),
            QVector2D(static_cast<float>(2.0 * scale / size.width()), static_cast<float>(2.0 * scale / size.height())),
            static_cast<float>(0.9 / sphere.radius));
        picture = m_gl->target->toImage();
        picture->setDevicePixelRatio(pixelRatio);
        m_gl->target->release();
    }
    m_gl->context.doneCurrent();
    return picture;
}

}  // namespace euryth::widgets
