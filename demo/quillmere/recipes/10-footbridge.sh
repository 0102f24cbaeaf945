#!/bin/sh
# Footbridge: a cut-out stair of two steps between two prop tubes.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 150x110mm --spine top
$c stock "$f" card --name "Morning sky" --face "#b9cfd6" --back "#d5e2e6"
$c stock "$f" second --name "Timber" --weight 220 --face "#7b4a36" --back "#a5785f"
$c card "$f" --title "Footbridge"
$c add "$f" stair --id steps --name "Footbridge" --set made=cut steps=2 width=100mm left=44mm right=44mm inset=8mm
$c stock "$f" cover --name "Footbridge cover" --weight 270 --face "#5f7f8f" --back "#c9d6da"
$c part "$f" --stock cover --id cover --name "Cover" --say "110 | 110, V; height 150"
$c join "$f" cover.panel-1 card.page-left --side face --onto-side back --line fold-1 --onto-line spine --zone "margin 12 mm"
$c join "$f" cover.panel-2 card.page-right --side face --onto-side back --line closing --zone "margin 12 mm"
$c add "$f" prop-tube --stock second --id near --name "Near prop" --set width=18mm place=4mm left=20mm right=20mm
$c add "$f" prop-tube --stock second --id far --name "Far prop" --set width=18mm place=128mm left=32mm right=32mm
$c add "$f" words --id welcome --name "Welcome" --on steps.step-2-right-wall --text WELCOME --set as=cut-out height=9mm bridge=1mm
$c add "$f" words --id where --name "Where to" --on steps.step-1-right-wall --text "TO QUILLMERE" --set as=cut-out height=9mm bridge=1mm
$c dress "$f" --all --scheme survey
