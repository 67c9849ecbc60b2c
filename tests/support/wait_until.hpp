// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QCoreApplication>
#include <QElapsedTimer>
#include <QThread>

/// Lets the window live until it is so, half a minute at most.
template <class Holds>
bool waitUntil(Holds holds)
{
    QElapsedTimer timer;
    timer.start();
    constexpr qint64 most = 30000;
    while (!holds() && timer.elapsed() < most) {
        QCoreApplication::processEvents();
        QThread::msleep(5);
    }
    return holds();
}
