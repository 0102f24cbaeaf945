#!/bin/sh
# Semaphores: two twists on one spine.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 200x95mm --spine top
$c stock "$f" card --name "Morning sky" --face "#b9cfd6" --back "#d5e2e6"
$c stock "$f" second --name "Signal red" --weight 220 --face "#b8503a" --back "#d98d76"
$c card "$f" --title "Semaphores"
$c add "$f" x-fold --stock second --id upper --name "Upper semaphore" --set place=50mm arm=40mm
$c add "$f" x-fold --stock second --id lower --name "Lower semaphore" --set place=150mm arm=40mm
$c dress "$f" --all --scheme night
