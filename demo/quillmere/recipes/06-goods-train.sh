#!/bin/sh
# Goods train: four wagons in a series, each on the last one's foot.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --say "26 | 26 | 128, M90 V90; height 100" --spine top
$c card "$f" --title "Goods train"
$c add "$f" box --id wagon --name "Wagon" --on card.fold-2 --set left=26mm right=26mm width=88mm tab=20mm --count 4 --each foot --change left=-5mm --change right=-5mm --change width=-10mm --change tab=-4mm
