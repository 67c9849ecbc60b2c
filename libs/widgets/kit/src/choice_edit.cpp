// SPDX-License-Identifier: GPL-3.0-or-later
#include <QComboBox>
#include <QHBoxLayout>

#include "kit/choice_edit.hpp"
#include "kit/seen.hpp"

namespace euryth::widgets {

namespace {

/// A box that a wheel turning over it does not change: the page is scrolled with the same wheel.
class QuietComboBox : public QComboBox {
public:
    using QComboBox::QComboBox;

protected:
    void wheelEvent(QWheelEvent* event) override
    {
        if (hasFocus())
            QComboBox::wheelEvent(event);
        else
            event->ignore();
    }
};

}  // namespace

ChoiceEdit::ChoiceEdit(Context context, Source source, QWidget* parent)
    : QWidget(parent),
      m_source(std::move(source)),
      m_box(new QuietComboBox)
{
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(6);
    row->addWidget(quietLabel(m_source.label), 1);
    row->addWidget(m_box);
    m_box->addItems(m_source.names);
    m_box->setToolTip(m_source.tip);
    m_box->setFocusPolicy(Qt::StrongFocus);
    m_box->setMinimumWidth(136);
    m_box->setAccessibleName(m_source.label);
    connect(m_box, &QComboBox::activated, this, [this](int index) {
        if (index != m_source.get())
            m_source.set(index);
    });
    keepUpToDate(context, this, [this] { m_box->setCurrentIndex(m_source.get()); });
}

}  // namespace euryth::widgets
