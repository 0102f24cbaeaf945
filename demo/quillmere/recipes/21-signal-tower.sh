#!/bin/sh
# Signal tower: a base in a Z and three strips of the same scores, folded the other way.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --say "34 | 34 | 112, M100 V100; height 150"
$c card "$f" --title "Signal tower"
$c stock "$f" night --name "Night mail blue" --weight 270 --face "#3f4f73" --back "#5c6c8e"
$c stock "$f" red --name "Signal red" --weight 220 --face "#b8503a" --back "#d98d76"
$c card "$f" --stock night
$c add "$f" strip --id band --name "Stage" --stock red --to card.fold-2 --say "112 | 34 | 34, M V; height 42" --set left=0mm left_band=34mm right=78mm --count 3 --each gap --gap 12mm
$c dress "$f" --all --scheme works
