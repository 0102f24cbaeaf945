#!/bin/sh
# Quillmere from the hill: hills behind, a platform with its office and a tree, a shed, two huts and a
# tower of two stages.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 170x220mm --spine top
$c card "$f" --title "Quillmere from the hill"
$c stock "$f" sky --name "Morning sky" --face "#b9cfd6" --back "#d5e2e6"
$c stock "$f" hill --name "Hill green" --weight 220 --face "#6d8457" --back "#93a67e"
$c stock "$f" brick --name "Goods yard brick" --weight 220 --face "#a5573f" --back "#c58a76"
$c stock "$f" sand --name "Platform sand" --weight 220 --face "#d2b27a" --back "#e3cfa6"
$c stock "$f" slate --name "Roof slate" --weight 220 --face "#56657f" --back "#7f8ca2"
$c card "$f" --stock sky
$c add "$f" v-fold --id hills --name "Hills" --stock hill --set place=34mm alpha_left=80 base_left=100mm height=34mm edge=22mm
$c add "$f" tier-stack --id tower --name "Water tower" --stock slate --set tiers=2 corners=6 place=51mm width=29mm reach=24mm height=18mm step=6mm
$c add "$f" platform --id platform --name "Platform" --stock sand --set place=99mm width=29mm height=24mm left=50mm
$c add "$f" box --id office --name "Ticket office" --stock brick --on platform.top --set left=16mm right=16mm width=12mm place=2mm
$c add "$f" v-fold --id tree --name "Tree" --stock hill --on platform.top --set place=22mm alpha_left=70 base_left=10mm height=10mm tab=4mm
$c add "$f" cube --id shed --name "Goods shed" --stock brick --set place=144mm width=14mm height=14mm side=11mm
$c add "$f" box --id hut --name "Lamp hut" --stock slate --on platform.right-foot --set width=14mm left=12mm right=14mm
$c add "$f" box --id cabin --name "Cabin" --stock slate --on platform.left-foot --set width=14mm left=12mm right=22mm
$c set "$f" hills edge.top="hills 14 mm x 5"
$c set "$f" tree edge.top="points 4 mm x 3"
$c dress "$f" hills.left-panel mat --paper hills
$c dress "$f" hills.right-panel mat --paper hills
$c dress "$f" tree.left-panel mat --paper fern
$c dress "$f" tree.right-panel mat --paper fern
$c dress "$f" --all --scheme station
$c add "$f" words --stock hill --id name --name "Name of the halt" --on mat6.mat --text Quillmere --set height=14mm along=24mm
