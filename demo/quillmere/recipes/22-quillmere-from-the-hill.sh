#!/bin/sh
# Quillmere from the hill: hills behind, a platform with its office and a tree, a shed, two huts and a
# tower of two stages.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 170x220mm --spine top
$c card "$f" --title "Quillmere from the hill"
$c add "$f" v-fold --id hills --name "Hills" --set place=34mm alpha_left=80 base_left=100mm height=34mm edge=22mm
$c add "$f" tier-stack --id tower --name "Water tower" --set tiers=2 corners=6 place=51mm width=29mm reach=24mm height=18mm step=6mm
$c add "$f" platform --id platform --name "Platform" --set place=99mm width=29mm height=24mm left=50mm
$c add "$f" box --id office --name "Ticket office" --on platform.top --set left=16mm right=16mm width=12mm place=2mm
$c add "$f" v-fold --id tree --name "Tree" --on platform.top --set place=22mm alpha_left=70 base_left=10mm height=10mm tab=4mm
$c add "$f" cube --id shed --name "Goods shed" --set place=144mm width=14mm height=14mm side=11mm
$c add "$f" box --id hut --name "Lamp hut" --on platform.right-foot --set width=14mm left=12mm right=14mm
$c add "$f" box --id cabin --name "Cabin" --on platform.left-foot --set width=14mm left=12mm right=22mm
