#!/bin/sh
# Semaphores: two twists on one spine.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 200x95mm --spine top
$c card "$f" --title "Semaphores"
$c add "$f" x-fold --id upper --name "Upper semaphore" --set place=50mm arm=40mm
$c add "$f" x-fold --id lower --name "Lower semaphore" --set place=150mm arm=40mm
