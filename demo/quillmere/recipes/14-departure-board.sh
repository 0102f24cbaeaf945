#!/bin/sh
# Departure board: a Z of a strip on the front, and a sign that overhangs.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 120x150mm --spine top
$c stock "$f" card --name "Board black" --face "#2f3e46" --back "#566870"
$c stock "$f" second --name "Cream" --weight 220 --face "#d9c79a" --back "#ebdfc2"
$c stock "$f" slat --name "Slat black" --weight 220 --face "#26313a" --back "#5d6a74"
$c stock "$f" chalk --name "Chalk" --weight 220 --face "#f6f1e4" --back "#fbf8f0"
$c card "$f" --title "Departure board" --shown 60 --stands edge
$c part "$f" --stock second --id board --name "Board" --say "138 | 70 | 70, V0 M0; height 112"
$c join "$f" board.panel-1 card.page-left --side back --onto-side back --line right --onto-line right --off 5mm --zone "clear right 12 mm"
$c part "$f" --stock second --id sign --name "Sign" --say "30 x 132"
$c join "$f" sign.sheet board.panel-3
$c card "$f" --meant Sign
$c dress "$f" board.panel-1 mat --paper slat --step 4mm
$c dress "$f" board.panel-3 mat --paper moquette --step 3mm
n=0
for line in "7.15 FERNDALE" "8.02 OTTERBECK" "8.40 HIGH MARL"; do
  $c add "$f" words --name "Departure" --stock chalk --on board.panel-1 --text "$line" --set height=7mm turn=90deg across=$((20 + 15 * n))mm
  n=$((n + 1))
done
$c dress "$f" sign.sheet mat --paper slat --step 2mm
$c add "$f" words --name "Name of the board" --stock chalk --on sign.sheet --text "DEPARTURES" --set height=10mm turn=90deg
for page in upper lower; do
  $c dress "$f" "$page page" mat --side face --paper tea-room-check
done
