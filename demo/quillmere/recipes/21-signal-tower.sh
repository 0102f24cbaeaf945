#!/bin/sh
# Signal tower: a base in a Z and three strips of the same scores, folded the other way.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --say "34 | 34 | 112, M100 V100; height 150"
$c card "$f" --title "Signal tower"
$c add "$f" strip --id band --name "Stage" --to card.fold-2 --say "112 | 34 | 34, M V; height 42" --set left=0mm left_band=34mm right=78mm --count 3 --each gap --gap 12mm
