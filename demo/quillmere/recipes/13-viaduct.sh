#!/bin/sh
# Viaduct: a sheet scored from both ends; the middle panel gives.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --say "270 x 130, score 36 V90 54 M90 76 V90 108 M90 162 M60 194 V90 216 M90 234 V90; panel 5 gives"
$c stock "$f" card --name "Viaduct stone" --face "#b59a6a" --back "#d3c19c"
$c card "$f" --title "Viaduct"
$c dress "$f" --all --scheme lineside
