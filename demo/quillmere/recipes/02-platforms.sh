#!/bin/sh
# Up and down platforms: an M of pages behind a back page, two strips at equal gaps, glued by bands.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --say "120 | hinge 11 | 60 | 60 | hinge 11 | 60 | 60, V150 M60 V60 M60; height 170"
$c stock "$f" card --name "Night mail blue" --face "#3f4f73" --back "#5c6c8e"
$c stock "$f" second --name "Platform sand" --weight 220 --face "#d2b27a" --back "#e3cfa6"
$c card "$f" --title "Up and down platforms"
$c add "$f" strip --stock second --id platform --name "Platform" --on card.fold-3 --say "66 | 66, M; height 68" --set left=50mm right=50mm left_band=10mm right_band=10mm --count 2 --each gap
$c dress "$f" --all --scheme night
