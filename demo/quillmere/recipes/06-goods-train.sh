#!/bin/sh
# Goods train: four wagons in a series, each on the last one's foot; the far tab is as deep as its wagon.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --say "26 | 26 | 128, M90 V90; height 100" --spine top
$c stock "$f" card --name "Hill green" --face "#6d8457" --back "#93a67e"
$c stock "$f" second --name "Wagon brown" --weight 220 --face "#8c5a3c" --back "#b58a6c"
$c card "$f" --title "Goods train"
$c add "$f" box --stock second --id wagon --name "Wagon" --on card.fold-2 --set left=26mm right=26mm width=88mm tab=8mm right_tab=26mm --count 4 --each foot --change left=-5mm --change right=-5mm --change width=-10mm --change right_tab=-5mm
$c dress "$f" --all --scheme yard
