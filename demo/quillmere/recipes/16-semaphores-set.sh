#!/bin/sh
# Semaphores, the second version: instead of plates a creased set of four panels between the arms of
# each twist. Glued to both arms it could not close without bending its paper by the width of a
# panel, which the proof tells; held by the upper arm alone it folds, and a hand turns it out when
# the card stands.
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
  $c part "$f" --stock red --id $twist-set --name "$called set" --say "14 | 10 | 10 | 8, V60 M60 V60; height 14"
  $c join "$f" $twist-set.panel-1 $twist.upper-left --line fold-1 --onto-line top --off 22mm --along 20mm --zone "third left" --side back
done
$c solve "$f" order --apply
$c dress "$f" --all --scheme night --leave upper lower upper-set lower-set
