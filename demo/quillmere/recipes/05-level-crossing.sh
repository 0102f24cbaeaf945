#!/bin/sh
# Level crossing: a zigzag strip that stops the card at about 81 degrees; lamps on its gates.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --say "105 | hinge 12 | 105, V82.5; height 150" --spine top
$c stock "$f" card --name "Ballast grey" --face "#8a8f94" --back "#b0b4b8"
$c stock "$f" second --name "Gate red" --weight 200 --caliper 0.24mm --face "#c4553f" --back "#dd8a74"
$c stock "$f" white --name "Gate white" --weight 220 --face "#f6f1e4" --back "#fbf8f0"
$c card "$f" --title "Level crossing"
$c add "$f" strip --stock second --id crossing --name "Level crossing" --say "12 | 30 | 30 | 38 | 38 | 12, V M V M V; height 120" --set left=103mm right=103mm
$c dress "$f" crossing.panel-2 mat --paper planks
$c dress "$f" crossing.panel-4 mat --paper planks
$c dress "$f" "first page" mat --paper hills --side face
$c dress "$f" "second page" mat --paper track --side face
$c dress "$f" --all --scheme works --leave crossing
for along in 16 60 104; do
  $c dress "$f" crossing.panel-3 topper --paper white --name "Gate lamp" --set shape=circle width=13mm across=${along}mm
done
