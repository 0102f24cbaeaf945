#!/bin/sh
# Semaphores, the second version: instead of plates a creased set of four panels between the arms of
# each twist. Glued to both arms it could not close without bending its paper by the width of a
# panel, which the proof tells; held by the upper arm alone it folds, and its last panel lies loose
# before the lower arm.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 200x95mm --spine top
$c stock "$f" card --name "Last light" --face "#2b3658" --back "#5c6c8e"
$c stock "$f" second --name "Signal cream" --weight 220 --face "#efe3c8" --back "#f6eedb"
$c stock "$f" red --name "Signal red" --weight 220 --face "#b8503a" --back "#d98d76"
$c card "$f" --title "Semaphores with a set"
for twist in upper lower; do
  case $twist in
  upper) place=50 called=Upper ;;
  lower) place=150 called=Lower ;;
  esac
  $c add "$f" x-fold --stock second --id $twist --name "$called semaphore" --set place=${place}mm arm=40mm plates=none
  $c part "$f" --stock red --id $twist-set --name "$called set" --say "14 | 16 | 16 | 12, V M V; height 20"
  $c join "$f" $twist-set.panel-1 $twist.upper-left --line fold-1 --onto-line top --off 22mm --along 20mm --zone "third left"
  for panel in 2 3; do
    $c dress "$f" $twist-set.panel-$panel topper --paper second --name "Stripe" --set width=4mm height=20mm
  done
done
$c dress "$f" --all --scheme night --leave upper lower upper-set lower-set
