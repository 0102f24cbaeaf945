// Starts Hinge Lantern: the start page, or the design named on the command line.
#include "app/look/theme.h"
#include "app/workbench.h"
#include <QApplication>
#include <QTimer>

int main(int argc, char** argv) {
    QApplication app(argc, argv);
    QApplication::setOrganizationName("Hinge Lantern");
    QApplication::setApplicationName("Hinge Lantern");
    hl::applyTheme(app, hl::darkWanted());
    hl::Workbench window;
    const QStringList files = app.arguments().mid(1);
    // The start page waits for the first picture of the window; a refused file is told above it.
    if (files.isEmpty() || !window.open(files.front()))
        QTimer::singleShot(0, &window, &hl::Workbench::showStart);
    window.show();
    // Without a display, a picture of the window is all that can be seen of it.
    const QString picture = qEnvironmentVariable("HL_PICTURE");
    if (!picture.isEmpty())
        QTimer::singleShot(2500, &window, [&] {
            window.grab().save(picture);
            window.close();
        });
    return app.exec();
}
