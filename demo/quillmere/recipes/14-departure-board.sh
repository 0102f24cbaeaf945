#!/bin/sh
# Departure board: a Z of a strip on the front, and a sign that overhangs.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 120x150mm --spine top
$c stock "$f" card --name "Board black" --face "#2f3e46" --back "#566870"
$c stock "$f" second --name "Cream" --weight 220 --face "#d9c79a" --back "#ebdfc2"
$c card "$f" --title "Departure board"
$c part "$f" --stock second --id board --name "Board" --say "138 | 70 | 70, V0 M0; height 112"
$c join "$f" board.panel-1 card.page-left --side back --onto-side back --line right --onto-line right --off 5mm --zone "clear right 12 mm"
$c part "$f" --stock second --id sign --name "Sign" --say "30 x 132"
$c join "$f" sign.sheet board.panel-3 
$c card "$f" --meant sign
$c dress "$f" --all --scheme tea-room
