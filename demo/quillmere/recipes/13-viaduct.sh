#!/bin/sh
# Viaduct: a sheet scored from both ends, the middle panel gives; two steps pushed out in each half,
# as deep as the panel between them; its ends glued into square covers.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --say "270 x 130, score 36 V110 54 M110 76 V110 108 M120 162 M80 194 V110 216 M110 234 V110; panel 5 gives"
$c stock "$f" card --name "Viaduct stone" --face "#b59a6a" --back "#d3c19c"
$c stock "$f" cover --name "Valley green" --weight 300 --face "#4f6b4a" --back "#6d8457"
$c card "$f" --title "Viaduct"
$c add "$f" cut-out-box --id pier-1 --name "First pier" --set place=34mm width=62mm left=18mm right=18mm
$c add "$f" cut-out-box --id arch-1 --name "First arch" --on card.fold-3 --set place=22mm width=86mm left=22mm right=22mm
$c add "$f" cut-out-box --id pier-2 --name "Second pier" --on card.fold-8 --set place=34mm width=62mm left=18mm right=18mm
$c add "$f" cut-out-box --id arch-2 --name "Second arch" --on card.fold-6 --set place=22mm width=86mm left=22mm right=22mm
$c part "$f" --id front --name "Front cover" --stock cover --say "130 x 130"
$c part "$f" --id back --name "Back cover" --stock cover --say "130 x 130"
$c join "$f" front.sheet card.page-left --side face --onto-side back --line right --onto-line right
$c join "$f" back.sheet card.page-9 --side face --onto-side back --line left --onto-line left
$c card "$f" --size 130x130mm --meant "front back arch-2"
$c dress "$f" --all --scheme lineside
