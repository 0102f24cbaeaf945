#!/bin/sh
# Carriage window: a layer with an arched opening, and two ranges of low hills nested inside it.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 105x148mm
$c stock "$f" card --name "Carriage green" --face "#46624f" --back "#6f8c78"
$c stock "$f" second --name "Varnish" --weight 220 --face "#d7c38f" --back "#e9dcb8"
$c stock "$f" far --name "Far hills" --weight 220 --face "#8fa9a0" --back "#c3d0ca"
$c stock "$f" near --name "Near hills" --weight 220 --face "#6f9156" --back "#b0c39c"
$c card "$f" --title "Carriage window"
$c add "$f" floating-layer --stock second --id window --name "Carriage window" --set width=120mm reach=80mm height=20mm aperture=arch aperture_width=90mm aperture_height=70mm
$c add "$f" floating-layer --stock far --id far-hill --name "Far hill" --set place=20mm width=64mm reach=50mm height=5mm
$c set "$f" far-hill edge.top="hills 16 mm x 3"
$c add "$f" floating-layer --stock near --id near-hill --name "Near hill" --set place=20mm width=42mm reach=64mm height=12mm
$c set "$f" near-hill edge.top="hills 9 mm x 2"
$c dress "$f" card.page-left mat --paper clouds
$c dress "$f" card.page-right mat --paper clouds
$c dress "$f" window.left-layer mat --paper planks
$c dress "$f" window.right-layer mat --paper planks
cat > "$f.svg" <<'BRANCH'
<svg xmlns="http://www.w3.org/2000/svg" width="52mm" height="20mm" viewBox="0 0 52 20">
<path d="M0,7 L12,7 C13,3 17,1 22,1 C22,4 20,6 18,7 L26,7 C27,3 31,0 36,0 C36,4 34,6 32,7 L41,7 C45,5 49,7 52,9.5 C49,12 45,13 41,12 L35,12 C38,13 40,15 41,19 C36,19 31,16 29,12 L21,12 C24,13 26,15 27,20 C22,19 17,16 15,12 L0,12 Z"/>
</svg>
BRANCH
$c stock "$f" leaf --name "Leaf green" --weight 160 --face "#4f7c3e" --back "#8fae7d"
$c add "$f" topper --id branch --name "Branch" --on window.left-layer --stock leaf --outline "$f.svg" --set shape=drawn width=52mm height=20mm across=42mm along=88mm adhesive=safe
rm "$f.svg"
