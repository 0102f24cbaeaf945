// The measures of what is selected: the card's size, spine and paper, or a structure's name, host,
// paper and measures.
#pragma once
#include "app/session/session.h"
#include <QWidget>
#include <functional>

class QFormLayout;
class QVBoxLayout;

namespace hl {

struct Family;

class MeasureField;

class MeasuresPanel : public QWidget {
    Q_OBJECT
  public:
    explicit MeasuresPanel(Session& session, QWidget* parent = nullptr);
    void focusFirst();
    // The widget after which the fields come in the order of the Tab key.
    void setTabAfter(QWidget* before);

  private:
    void rebuild(); // for another thing
    void refresh(); // for the same thing with other values
    void buildCard();
    void addPostRows();
    void addMeasures(const Family& family, const std::string& id);
    void buildStructure(const StructureSpec& s);
    // Drawn things, in part_rows.cpp: a blank; the lines of a blank or of the card.
    void buildPart(const FreePart& part);
    void addLines(const std::string& owner);
    void addTabs(const std::string& part);
    void addJoin(const std::string& panel);
    // A field for a measure found anew in every design; null when it is gone.
    void addDrawn(const QString& object, const QString& label, const QString& tip,
                  const std::function<Measure*(Design&)>& find, bool place);
    QWidget* buttonRow(const std::vector<std::pair<QString, std::function<void()>>>& buttons);
    // What the rows of a drawn thing depend on; they are made anew when it changes.
    QString shapeOf(const std::string& owner) const;
    void chainTabs(); // fields are made anew for every selection, and their order with them
    void addHeading(const QString& text);
    MeasureField* addMeasure(const QString& name, const QString& label, const QString& tip);
    void addRow(const QString& label, QWidget* field, const QString& tip = {});

    Session& session_;
    QVBoxLayout* column_;
    QWidget* body_ = nullptr;
    QVBoxLayout* rows_ = nullptr;
    QWidget* tabAfter_ = nullptr;
    std::vector<QWidget*> fields_; // in the order in which they are seen
    std::string form_;             // the form of card they were made for
    QString shown_;                // what the rows were made for
    QString shape_;                // and how it was made up then
    std::vector<std::function<void()>> refreshers_;
};

} // namespace hl
