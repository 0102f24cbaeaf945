#!/bin/sh
# Departure board: a Z of a strip on the front, and a sign that overhangs.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 120x150mm --spine top
$c card "$f" --title "Departure board"
$c part "$f" --id board --name "Board" --say "138 | 70 | 70, V0 M0; height 112"
$c join "$f" board.panel-1 card.page-left --side back --onto-side back --line right --onto-line right --off 5mm --zone "clear right 12 mm"
$c part "$f" --id sign --name "Sign" --say "30 x 132"
$c join "$f" sign.sheet board.panel-3 
$c card "$f" --meant sign
