#!/bin/sh
# Water tower: three six-cornered stages, each half one piece; shown lying open. A weathercock from
# two mirrored pieces, back to back round the top rib, its neck in slots that are alike in both halves.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
here="$(dirname "$0")/../drawings"
$c new "$f" --card 150x105mm --spine top
$c stock "$f" card --name "Tank blue" --face "#5f7f8f" --back "#8aa3b0"
$c stock "$f" second --name "Larch" --weight 220 --face "#c9b48a" --back "#e0d2b3"
$c card "$f" --title "Water tower" --shown 180
$c add "$f" tier-stack --stock second --id tower --name "Water tower" --set tiers=3 corners=6 width=70mm step=10mm height=18mm reach=35mm joined=tongues
$c dress "$f" --all --scheme yard
$c dress "$f" tower.left-rib-3 topper --drawing "$here/weathercock.svg" --name "Weathercock" --set side=back across=15mm along=18mm
$c dress "$f" tower.right-rib-3 topper --drawing "$here/weathercock-mirrored.svg" --name "Weathercock, other side" --set side=back across=15mm along=0mm
$c add "$f" aperture --on tower.left-top-3 --name "Slot for the neck" --set shape=rectangle width=8.4mm height=4mm across=15mm along=2mm
$c add "$f" aperture --on tower.right-top-3 --name "Slot for the neck, other side" --set shape=rectangle width=8.4mm height=4mm across=15mm along=13mm
