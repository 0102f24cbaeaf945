// The yardstick for the start-up time: an empty QMainWindow that leaves after its first picture.
#include <QApplication>
#include <QMainWindow>
#include <QPainter>
#include <QTimer>
#include <cstdlib>

class Bare : public QMainWindow {
    void paintEvent(QPaintEvent* e) override {
        QMainWindow::paintEvent(e);
        QTimer::singleShot(0, qApp, [] { std::_Exit(0); }); // no tidying up, as in the program
    }
};

int main(int argc, char** argv) {
    QApplication app(argc, argv);
    Bare window;
    window.resize(1280, 800);
    window.show();
    return app.exec();
}
