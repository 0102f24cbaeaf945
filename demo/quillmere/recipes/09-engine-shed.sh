#!/bin/sh
# Engine shed: a ring of four pages.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 132x130mm
$c stock "$f" card --name "Shed brick" --face "#99503b" --back "#bf8170"
$c card "$f" --title "Engine shed" --say "66 | 66 | 66 | 66, V90 V V; height 130" --set ends=ring tab=10mm
$c add "$f" facets --id window --name "Shed door" --on card.fold-3 --set width=60mm height=36mm margin=16mm
$c dress "$f" --all --scheme station
$c dress "$f" card.fold-3 film --name "Greeting" --text "Steam up!" --set side=behind width=15mm length=116mm place=57mm
