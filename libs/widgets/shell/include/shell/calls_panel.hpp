// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <set>
#include <string>
#include <vector>

#include <QScrollArea>

#include "calls/calls.hpp"
#include "kit/parts.hpp"

namespace euryth::widgets {

/// The judgement in plain sentences, worst first. Each can be gone to, worked out, and accepted with a reason.
class CallsPanel : public QWidget {
    Q_OBJECT

public:
    explicit CallsPanel(Context context, QWidget* parent = nullptr);

private:
    /// A call on screen, and all that is seen of it.
    struct Card {
        QString seen;
        QWidget* widget;
    };
    void rebuild();
    [[nodiscard]] QString seenOf(const calls::Call& call) const;
    void keepCards(const std::vector<calls::Call>& calls);
    QWidget* makeCard(const calls::Call& call);
    QWidget* makeLinks(const calls::Call& call, QVBoxLayout* column);
    void accept(const calls::Call& call, const QString& reason);

    Context m_context;
    QLabel* m_count;
    QScrollArea* m_scroll;
    QVBoxLayout* m_column;
    QLabel* m_instead;  ///< of calls: why there are none
    std::vector<Card> m_cards;
    std::set<std::string> m_opened;  ///< calls whose workings are shown
    std::string m_accepting;         ///< call whose reason is being typed
    QString m_reason;                ///< as far as it is typed
};

}  // namespace euryth::widgets
