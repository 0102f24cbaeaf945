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
cat > "$f.svg" <<'BRANCH'
<svg xmlns="http://www.w3.org/2000/svg" width="52mm" height="20mm" viewBox="0 0 52 20">
<path d="M0,8 L12,8 L14,3 L19,1 L19,7 L27,6 L29,1 L35,0 L34,6 L42,5 L52,7 L52,11 L41,12 L43,18 L37,19 L34,12 L25,13 L27,19 L21,19 L18,13 L0,14 Z"/>
</svg>
BRANCH
$c stock "$f" leaf --name "Leaf green" --weight 160 --face "#5d8a4a" --back "#8fae7d"
$c add "$f" topper --id branch --name "Branch" --on window.left-layer --stock leaf --outline "$f.svg" --set shape=drawn width=52mm height=20mm across=42mm along=88mm adhesive=safe
rm "$f.svg"
