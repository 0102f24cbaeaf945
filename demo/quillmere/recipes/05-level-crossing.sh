#!/bin/sh
# Level crossing: a zigzag strip that stops the card at about 81 degrees.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --say "105 | hinge 12 | 105, V82.5; height 150" --spine top
$c card "$f" --title "Level crossing"
$c add "$f" strip --id crossing --name "Level crossing" --say "12 | 30 | 30 | 38 | 38 | 12, V M V M V; height 120" --set left=103mm right=103mm
