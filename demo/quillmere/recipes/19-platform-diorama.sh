#!/bin/sh
# Platform diorama: two wings and two bridges at two depths; the sky runs round the corners.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 166x115mm
$c stock "$f" card --name "Morning sky" --face "#b9cfd6" --back "#d5e2e6"
$c stock "$f" second --name "Station brick" --weight 220 --face "#99503b" --back "#bf8170"
$c card "$f" --title "Platform diorama" --say "36 | 130 | 36, V90 V90; height 115"
$c add "$f" strip --stock second --id rear --name "Rear bridge" --to card.fold-2 --say "9 | 130 | 9, M M; height 44" --set left=16mm right=16mm place=0mm
$c add "$f" strip --stock second --id front --name "Front bridge" --to card.fold-2 --say "9 | 130 | 9, M M; height 26" --set left=32mm right=32mm place=0mm
$c set "$f" rear edge.top="hills 9 mm x 4"
for page in page-left page-right page-3; do
  $c dress "$f" card.$page mat --paper clouds --side face --set runs=on
done
$c dress "$f" rear.panel-2 mat --paper hills
$c dress "$f" front.panel-2 mat --paper planks
$c dress "$f" --all --scheme survey --leave card
$c add "$f" words --id name --name "Name of the halt" --stock card --on mat5.mat --text "QUILLMERE" --set height=11mm
