#!/bin/sh
# Departure board: a Z of a strip on the front. Its long part is glued there; the rest goes on round
# the free edge, lies folded inside, and is the board that the card stands up with: it is let down
# onto the lower page, where a bar of foam keeps it. A sign across its lower panel overhangs it.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 120x150mm --spine top
$c stock "$f" card --name "Board black" --face "#2f3e46" --back "#566870"
$c stock "$f" second --name "Cream" --weight 220 --face "#d9c79a" --back "#ebdfc2"
$c stock "$f" slat --name "Slat black" --weight 220 --face "#26313a" --back "#5d6a74"
$c stock "$f" chalk --name "Chalk" --weight 220 --face "#f6f1e4" --back "#fbf8f0"
$c card "$f" --title "Departure board" --shown 60 --stands page
$c part "$f" --stock second --id board --name "Board" --say "138 | 70 | 70, M52 V180; height 112"
$c join "$f" board.panel-1 "upper page" --side back --onto-side back --line fold-1 --onto-line left --zone "clear right 12 mm"
$c add "$f" topper --name "Stop" --on "lower page" --set width=100mm height=5mm raise=1.5mm across=60mm along=19.6mm
$c add "$f" topper --name "Sign" --stock second --on board.panel-3 --set width=30mm height=132mm raise=1.5mm across=40mm along=56mm adhesive_from=14mm adhesive_to=118mm
$c card "$f" --meant topper2
$c solve "$f" order --apply
for panel in 1 2; do
  $c dress "$f" board.panel-$panel mat --side face --paper slat --step 4mm
done
$c dress "$f" board.panel-3 mat --side face --paper moquette --step 4mm
n=0
for line in "7.15 FERNDALE" "8.02 OTTERBECK" "8.40 HIGH MARL"; do
  $c add "$f" words --name "Departure" --stock chalk --on mat2.mat --text "$line" --set height=8mm turn=90deg across=$((14 + 19 * n))mm
  n=$((n + 1))
done
$c dress "$f" topper2.topper mat --paper slat --step 2mm
$c add "$f" words --name "Name of the board" --stock chalk --on topper2.topper --text "DEPARTURES" --set height=11mm turn=90deg
for line in "QUILLMERE" "VALLEY" "RAILWAY"; do
  $c add "$f" words --name "On the front" --stock chalk --on mat1.mat --text "$line" --set height=12mm turn=90deg across=$((n * 30 - 52))mm
  n=$((n + 1))
done
for page in upper lower; do
  $c dress "$f" "$page page" mat --side face --paper tea-room-check
done
