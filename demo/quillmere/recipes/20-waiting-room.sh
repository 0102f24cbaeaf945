#!/bin/sh
# Waiting room: one lone base, and three strips on it that rise by their folds.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --say "132 x 132"
$c stock "$f" card --name "Waiting room cream" --face "#efe3c8" --back "#f6eedb"
$c card "$f" --title "Waiting room"
$c add "$f" strip --id middle --name "Middle" --on card.base --say "22 | 17 | 17 | 44 | 17 | 17 | 22, V M V V M V; height 132" --set left=44mm right=88mm place=0mm
$c add "$f" strip --id left --name "Left" --on card.base --say "44 | 22 | 22 | 44 | 10, V M V M; height 132" --set left=0mm right=40mm place=0mm held=left
$c join "$f" left.panel-5 middle.panel-4 --side back --onto-side face --line fold-3 --onto-line left
$c add "$f" strip --id right --name "Right" --on card.base --say "10 | 44 | 22 | 22 | 44, V V M V; height 132" --set left=40mm right=132mm place=0mm held=right
$c join "$f" right.panel-1 middle.panel-4 --side back --onto-side face --line fold-1 --onto-line right
$c dress "$f" --all --scheme tea-room
