#!/bin/sh
# Water tower: three six-cornered stages, each half one piece; shown lying open.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 150x105mm --spine top
$c card "$f" --title "Water tower" --shown 180
$c add "$f" tier-stack --id tower --name "Water tower" --set tiers=3 corners=6 width=70mm step=10mm height=18mm reach=35mm joined=tongues
