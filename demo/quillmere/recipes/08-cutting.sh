#!/bin/sh
# Cutting: two slanted sheets, slit to half their height and pushed into one another.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 110x150mm
$c stock "$f" card --name "Cutting clay" --face "#a08a5c" --back "#c4b388"
$c stock "$f" second --name "Hill green" --weight 220 --face "#6d8457" --back "#93a67e"
$c card "$f" --title "Cutting" --say "220 x 150, score 55 M90, 110 V90, 165 M90; top 150 to 50"
$c part "$f" --stock second --id second --name "Second sheet" --say "220 x 150, score 55 V90, 110 M, 165 V90; top 150 to 50"
$c join "$f" second.panel-2 "second page" --crossing yes --line fold-1 --onto-line spine --side back
$c join "$f" second.panel-3 "third page" --crossing yes --line fold-3 --onto-line fold-3 --side back
$c dress "$f" --all --scheme garden
