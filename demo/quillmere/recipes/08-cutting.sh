#!/bin/sh
# Cutting: two slanted sheets, slit to half their height and pushed into one another.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 110x150mm
$c stock "$f" card --name "Cutting clay" --face "#a08a5c" --back "#c4b388"
$c stock "$f" second --name "Hill green" --weight 220 --face "#6d8457" --back "#93a67e"
$c card "$f" --title "Cutting" --say "220 x 150, score 55 M90 from 62.5, 110 V90, 165 M90 from 37.5; top 150 to 50; slit at 55 from 0 to 62.5; slit at 165 from 0 to 37.5"
$c part "$f" --stock second --id second --name "Second sheet" --say "220 x 150, score 55 V90 to 62.5, 110 M, 165 V90 to 37.5; top 150 to 50; slit at 55 from 62.5 to 125; slit at 165 from 37.5 to 75"
$c join "$f" second.panel-2 card.page-right --kind slot --hinged yes --line fold-1 --onto-line spine --along -62.5mm --from 0deg --to 180deg
$c join "$f" second.panel-3 card.page-3 --kind slot --hinged yes --line fold-3 --onto-line fold-3 --along -37.5mm --from -180deg --to 0deg
$c dress "$f" --all --scheme garden
