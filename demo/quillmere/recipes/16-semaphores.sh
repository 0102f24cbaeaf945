#!/bin/sh
# Semaphores: two twists on one spine, each with a plate on the left face of its upper and on the
# right face of its lower arm.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 200x95mm --spine top
$c stock "$f" card --name "Last light" --face "#2b3658" --back "#5c6c8e"
$c stock "$f" second --name "Signal cream" --weight 220 --face "#efe3c8" --back "#f6eedb"
$c stock "$f" red --name "Signal red" --weight 220 --face "#b8503a" --back "#d98d76"
$c card "$f" --title "Semaphores"
$c add "$f" x-fold --stock second --id upper --name "Upper semaphore" --set place=50mm arm=40mm
$c add "$f" x-fold --stock second --id lower --name "Lower semaphore" --set place=150mm arm=40mm
for plate in upper.upper-plate upper.lower-plate lower.upper-plate lower.lower-plate; do
  $c dress "$f" $plate mat --paper red --step 1mm
done
for n in 1 2 3 4; do
  $c dress "$f" mat$n.mat topper --paper second --name "Stripe" --set width=4mm height=11mm
done
$c dress "$f" --all --scheme night --leave upper lower
