#!/bin/sh
# Waiting room: one lone base, and three strips on it that rise by their folds.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --say "132 x 132"
$c stock "$f" card --name "Waiting room cream" --face "#efe3c8" --back "#f6eedb"
$c stock "$f" door --name "Door green" --weight 220 --face "#4d6b5a" --back "#86a08f"
$c stock "$f" glass --name "Lamplight" --weight 220 --face "#f3d98c" --back "#f8e8b8"
$c stock "$f" ink --name "Ink" --weight 220 --face "#3a3430" --back "#77706a"
$c card "$f" --title "Waiting room"
$c add "$f" strip --id middle --name "Middle" --on card.base --say "22 | 17 | 17 | 44 | 17 | 17 | 22, V M V V M V; height 132" --set left=44mm right=88mm place=0mm
$c add "$f" strip --id left --name "Left" --on card.base --say "44 | 22 | 22 | 44 | 10, V M V M; height 132" --set left=0mm right=40mm place=0mm held=left
$c join "$f" left.panel-5 middle.panel-4 --side back --onto-side face --line fold-3 --onto-line left
$c add "$f" strip --id right --name "Right" --on card.base --say "10 | 44 | 22 | 22 | 44, V V M V; height 132" --set left=40mm right=132mm place=0mm held=right
$c join "$f" right.panel-1 middle.panel-4 --side back --onto-side face --line fold-1 --onto-line right
for wall in left.panel-4 middle.panel-4 right.panel-2; do
  $c dress "$f" $wall mat --paper tea-room-check
done
# A door in the middle, a window on either side, the clock above, and what the room is called: the
# strips stand on their heads, so that what is high lies low on them.
$c dress "$f" middle.panel-4 topper --paper door --name "Door" --set width=24mm height=62mm along=96mm
$c dress "$f" topper1.topper topper --paper glass --name "Light in the door" --set shape=arch width=16mm height=22mm along=46mm
$c dress "$f" middle.panel-4 topper --paper card --name "Clock" --set shape=circle width=22mm along=40mm
$c dress "$f" topper3.topper topper --paper ink --name "Minute hand" --set width=3mm height=9mm along=15mm
$c dress "$f" topper3.topper topper --paper ink --name "Hour hand" --set width=7mm height=3mm across=14.6mm along=9mm
n=6
for wall in left.panel-4 right.panel-2; do
  $c dress "$f" $wall topper --paper door --name "Window frame" --set width=28mm height=42mm along=56mm
  for across in 8 20; do
    for along in 11 31; do
      $c dress "$f" topper$n.topper topper --paper glass --name "Pane" --set width=10mm height=17mm across=${across}mm along=${along}mm
    done
  done
  $c dress "$f" $wall topper --paper door --name "Bench" --set width=34mm height=8mm along=106mm
  n=$((n + 6))
done
$c add "$f" words --id board --name "Board" --stock ink --on mat2.mat --text "WAITING" --set height=5mm turn=180deg along=14mm
$c dress "$f" --all --scheme tea-room
