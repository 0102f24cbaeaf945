#!/bin/sh
# Crew photographs: two sheets with graded heights.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --say "100 | 84 | hinge 12 | 84 | 66, V60 M60 V60; heights 130, 118, 118, 106"
$c stock "$f" card --name "Album grey" --face "#3d4b52" --back "#66757d"
$c card "$f" --title "Crew photographs"
$c dress "$f" --all --scheme first-class
