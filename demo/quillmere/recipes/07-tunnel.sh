#!/bin/sh
# Tunnel: a strip of three pages, kept square by two holders; its mouth fills the window of the
# front when the card is closed.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 120x150mm
$c stock "$f" card --name "Quarry stone" --face "#8e7f70" --back "#b3a698"
$c stock "$f" second --name "Soot" --weight 220 --face "#59606b" --back "#868d97"
$c stock "$f" mouth --name "Tunnel brick" --weight 220 --face "#a5573f" --back "#c58a76"
$c card "$f" --title "Tunnel" --set opens=140deg
$c draw "$f" card aperture -95,40 -25,110
$c add "$f" strip --stock second --id lining --name "Tunnel" --say "12 | 54 | 54 | 54 | 12, M M V V; height 110" --set left=20mm right=74mm
$c add "$f" strip --stock second --id above --name "Upper holder" --say "7 | 54 | 7, M M; height 14" --to lining.fold-1 --set left=8mm right=12mm place=22mm right_place=2mm right_side=other
$c add "$f" strip --stock second --id below --name "Lower holder" --say "7 | 54 | 7, M M; height 14" --to lining.fold-1 --set left=8mm right=12mm place=114mm right_place=94mm right_side=other
$c part "$f" --stock mouth --id mouth --name "Tunnel mouth" --say "70 x 70"
$c join "$f" mouth.sheet lining.panel-2 --side back --line left --onto-line left --off 5mm
$c dress "$f" mouth.sheet mat --side face --paper brick --name "Tunnel bricks"
$c dress "$f" mouth.sheet topper --paper second --name "Dark of the tunnel" --set side=face shape=arch width=44mm height=52mm along=28mm
$c dress "$f" --all --scheme garden --leave mouth
