#!/bin/sh
# Signal box windows: a bay that pops out across the first fold.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 110x150mm
$c stock "$f" card --name "Box green" --face "#6f7f5c" --back "#99a788"
$c card "$f" --title "Signal box windows" --say "85 | 60 | 85, V M; height 150"
$c add "$f" cut-out-box --id bay --name "Window bay" --set place=32mm width=86mm left=30mm right=30mm
$c dress "$f" --all --scheme station
