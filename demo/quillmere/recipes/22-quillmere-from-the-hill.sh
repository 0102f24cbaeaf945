#!/bin/sh
# Quillmere from the hill: the range of hills behind, a water tower of two stages, the platform with
# its office and a tree, a goods shed, two huts. It lies open and is seen along its fold.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 170x220mm --spine top
$c card "$f" --title "Quillmere from the hill" --shown "flat open"
$c stock "$f" meadow --name "Valley green" --face "#7d9560" --back "#dfe6cf"
$c stock "$f" hill --name "Hill green" --weight 220 --face "#5f7a4c" --back "#93a67e"
$c stock "$f" brick --name "Goods yard brick" --weight 220 --face "#a5573f" --back "#c58a76"
$c stock "$f" sand --name "Platform sand" --weight 220 --face "#d2b27a" --back "#e3cfa6"
$c stock "$f" slate --name "Roof slate" --weight 220 --face "#56657f" --back "#7f8ca2"
$c card "$f" --stock meadow
$c add "$f" v-fold --id hills --name "Hills" --stock hill --set place=122mm alpha_left=100 base_left=190mm height=44mm edge=62mm tab=6mm
$c set "$f" hills edge.top="hills 30 mm x 2"
$c add "$f" tier-stack --id tower --name "Water tower" --stock slate --set tiers=2 corners=6 place=87.5mm width=28mm reach=14mm height=26mm step=4mm tab=5mm
$c add "$f" platform --id platform --name "Platform" --stock sand --set place=44mm width=34mm height=22mm left=110mm
$c add "$f" tent --id office --name "Ticket office" --stock brick --on platform.top --set left=26mm left_wall=40mm width=18mm place=15.5mm
$c add "$f" v-fold --id tree --name "Tree" --stock hill --on platform.top --set place=8mm alpha_left=60 base_left=15mm height=20mm tab=4mm
$c add "$f" cube --id shed --name "Goods shed" --stock brick --set place=11mm width=16mm height=20mm side=10mm
$c add "$f" box --id hut --name "Lamp hut" --stock slate --on platform.right-foot --set width=20mm left=12mm right=24mm tab=5mm
$c add "$f" box --id cabin --name "Cabin" --stock slate --on platform.left-foot --set width=20mm left=24mm right=12mm tab=5mm
$c set "$f" tree edge.top="points 5 mm x 2"
$c stock "$f" range --name "Quillmere hills, large" --pattern hills --repeat 52mm
$c stock "$f" field --name "Hay field" --face "#b9c48e" --back "#dfe6cf"
for side in left right; do
  $c dress "$f" hills.$side-panel mat --paper range --step 2mm
  $c dress "$f" tree.$side-panel mat --paper fern --step 1mm
  $c dress "$f" office.$side-wall mat --paper slate
  $c dress "$f" platform.$side-top mat --paper planks
  $c dress "$f" card.page-$side mat --paper field --side face
done
$c dress "$f" --all --scheme station --leave hills tree office platform card
$c add "$f" words --id name --name "Name of the halt" --stock hill --on card.page-right --text "Quillmere" --set height=16mm turn=-90deg across=20mm along=100mm
