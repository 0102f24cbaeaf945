#!/bin/sh
# Luggage trunk: lid, body and pocket.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --say "44 | 68 | 52, V100 V0; height 104"
$c stock "$f" card --name "Trunk leather" --face "#8c5a3c" --back "#b58a6c"
$c card "$f" --title "Luggage trunk"
$c dress "$f" --all --scheme first-class
