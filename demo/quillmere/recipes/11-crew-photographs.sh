#!/bin/sh
# Crew photographs: two sheets with graded heights, a picture in a frame on every page.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --say "100 | 84 | hinge 12 | 84 | 66, V60 M60 V60; heights 130, 118, 118, 106"
$c stock "$f" card --name "Album grey" --face "#3d4b52" --back "#66757d"
$c stock "$f" frame --name "Passe-partout" --weight 220 --face "#f3ecdc" --back "#f8f4ea"
$c stock "$f" sky --name "Faded sky" --weight 220 --face "#cdbb9a" --back "#e3d8c2"
$c stock "$f" crew --name "Sepia" --weight 220 --face "#5b4636" --back "#8f7c6c"
$c card "$f" --title "Crew photographs"
n=0
for page in first second third fourth; do
  n=$((n + 1))
  [ $n = 1 ] && w=72 && a=72
  [ $n = 2 ] && w=62 && a=66
  [ $n = 3 ] && w=62 && a=66
  [ $n = 4 ] && w=48 && a=58
  $c dress "$f" "$page page" mat --paper moquette
  $c dress "$f" "$page page" topper --paper frame --name "Frame" --set width=${w}mm height=68mm along=${a}mm
  frame=topper$((5 * n - 4)).topper picture=topper$((5 * n - 3)).topper
  $c dress "$f" $frame topper --paper sky --name "Picture" --set width=$((w - 10))mm height=56mm along=35mm
  $c dress "$f" $picture topper --paper crew --name "Shoulders" --set shape=arch width=32mm height=22mm along=12.5mm
  $c dress "$f" $picture topper --paper crew --name "Head" --set shape=circle width=15mm along=32mm
  $c dress "$f" $picture topper --paper crew --name "Cap" --set shape=arch width=17mm height=7mm along=43.5mm
done
n=0
for who in "DRIVER" "FIREMAN" "GUARD" "CLERK"; do
  n=$((n + 1))
  [ $n = 1 ] && p=page-left
  [ $n = 2 ] && p=page-right
  [ $n -gt 2 ] && p=page-$n
  $c add "$f" words --name "Name" --stock frame --on card.$p --text "$who" --set height=7mm along=$((22 - 2 * n))mm
done
$c dress "$f" --all --scheme first-class
