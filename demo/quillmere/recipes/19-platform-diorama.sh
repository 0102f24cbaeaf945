#!/bin/sh
# Platform diorama: two wings and two bridges at two depths.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 166x115mm
$c stock "$f" card --name "Morning sky" --face "#b9cfd6" --back "#d5e2e6"
$c stock "$f" second --name "Station brick" --weight 220 --face "#99503b" --back "#bf8170"
$c card "$f" --title "Platform diorama" --say "36 | 130 | 36, V90 V90; height 115"
$c add "$f" strip --stock second --id rear --name "Rear bridge" --to card.fold-2 --say "9 | 130 | 9, M M; height 44" --set left=16mm right=16mm place=0mm
$c add "$f" strip --stock second --id front --name "Front bridge" --to card.fold-2 --say "9 | 130 | 9, M M; height 26" --set left=32mm right=32mm place=0mm
$c dress "$f" --all --scheme survey
