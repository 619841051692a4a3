#include <clocale>
#include <cstdio>
#include <cstring>
#include <QApplication>
#include <QTimer>

#include "app/mainwindow.h"
#include "render/theme.h"

/// oikostat [FILE | --demo | --preset NAME]
int main(int argc, char** argv) {
    QApplication app{argc, argv};
    std::setlocale(LC_NUMERIC, "C");  // the C libraries below read and write numbers with a point
    QApplication::setApplicationName("oikostat");
    QApplication::setOrganizationName("oikostat");
    QApplication::setStyle("Fusion");
    oiko::loadFonts();
    oiko::MainWindow window;
    const auto args = QApplication::arguments();
    if (args.contains("--demo"))
        window.startPreset("demo");
    else if (const auto at = args.indexOf("--preset"); at > 0 && at + 1 < args.size())
        window.startPreset(args[at + 1].toUtf8().constData());
    else if (args.size() > 1 && !args.last().startsWith("--"))
        window.open(args.last());
    window.resize(1280, 800);
    window.show();
    return QApplication::exec();
}
