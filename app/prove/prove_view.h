// The prove view: what the proof has measured, as pictures beside the standing card: a chart over
// the opening, the side profile at a section of the maker's choice, the map of the closed card.
#pragma once
#include "app/session/session.h"
#include <QWidget>

class QLabel;
class QPushButton;
class QSlider;
class QStackedWidget;

namespace hl::app {

class PictureView;

class ProveView : public QWidget {
    Q_OBJECT
  public:
    explicit ProveView(Session& session, QWidget* parent = nullptr);
    enum Side { Profile, Closed, Facts };
    void turnTo(Side side);

  signals:
    void asked();          // the maker wants to ask backwards
    void reportWanted();   // or to have the report
    void workshopWanted(); // or to change the tools and mail classes

  private:
    void drawChart();
    void drawSide();
    double length() const; // of the spine, mm

    Session& session_;
    PictureView *chart_, *profile_, *map_;
    QLabel *section_, *facts_;
    QSlider* slider_;
    QStackedWidget* sides_;
    std::vector<QPushButton*> turns_;
};

} // namespace hl::app
