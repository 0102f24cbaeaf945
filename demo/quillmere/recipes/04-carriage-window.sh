#!/bin/sh
# Carriage window: a layer with an arched opening and two low hills nested inside.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 105x148mm
$c stock "$f" card --name "Carriage green" --face "#46624f" --back "#6f8c78"
$c stock "$f" second --name "Varnish" --weight 220 --face "#d7c38f" --back "#e9dcb8"
$c card "$f" --title "Carriage window"
$c add "$f" floating-layer --stock second --id window --name "Carriage window" --set width=120mm reach=80mm height=20mm aperture=arch aperture_width=90mm aperture_height=70mm
$c add "$f" floating-layer --stock second --id far-hill --name "Far hill" --set place=20mm width=40mm reach=64mm height=12mm
$c add "$f" floating-layer --stock second --id near-hill --name "Near hill" --set place=22mm width=24mm reach=50mm height=5mm
$c dress "$f" --all --scheme lineside
