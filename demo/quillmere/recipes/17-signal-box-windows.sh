#!/bin/sh
# Signal box windows: a bay that pops out across the first fold, glazed on both sides.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 110x150mm
$c stock "$f" card --name "Box green" --face "#6f7f5c" --back "#99a788"
$c stock "$f" glass --name "Lamplight" --weight 220 --face "#f3d98c" --back "#f8e8b8"
$c stock "$f" frame --name "Frame white" --weight 220 --face "#f6f1e4" --back "#fbf8f0"
$c card "$f" --title "Signal box windows" --say "85 | 60 | 85, V M; height 150"
$c add "$f" cut-out-box --id bay --name "Window bay" --set place=32mm width=86mm left=30mm right=30mm
n=1
for side in left right; do
  $c dress "$f" "$side wall of Window bay" mat --paper planks --step 2mm
  for along in 14 43 72; do
    $c dress "$f" "$side wall of Window bay" topper --paper frame --name "Frame" --set width=22mm height=24mm along=${along}mm
    for pane in 6.5 15.5; do
      $c dress "$f" topper$n.topper topper --paper glass --name "Pane" --set width=7.5mm height=20mm across=${pane}mm
    done
    n=$((n + 3))
  done
done
$c dress "$f" "third page" mat --paper meadow
$c dress "$f" --all --scheme station
$c add "$f" words --id name --name "Name board" --stock card --on card.page-3 --text "QUILLMERE" --set height=9mm along=112mm
