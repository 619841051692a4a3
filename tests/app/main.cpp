#include <gtest/gtest.h>

#include <clocale>
#include <QApplication>
#include <QStandardPaths>

#include "render/theme.h"

int main(int argc, char** argv) {
    testing::InitGoogleTest(&argc, argv);
    QStandardPaths::setTestModeEnabled(true);
    QApplication app{argc, argv};
    std::setlocale(LC_NUMERIC, "C");
    QApplication::setApplicationName("oikostat-test");
    QApplication::setOrganizationName("oikostat-test");
    QApplication::setStyle("Fusion");
    QApplication::setQuitOnLastWindowClosed(false);
    oiko::loadFonts();
    return RUN_ALL_TESTS();
}
