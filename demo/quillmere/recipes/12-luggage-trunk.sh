#!/bin/sh
# Luggage trunk: lid, body and pocket; flaps seal the pocket along its rim; a rider lifts a season
# ticket when the lid opens; straps go round the back, clear of the lid's fold.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --say "44 | 68 | 52, V120 V0; height 104"
$c stock "$f" card --name "Trunk leather" --face "#8c5a3c" --back "#b58a6c"
$c stock "$f" ticket --name "Ticket cream" --weight 220 --face "#efe3c8" --back "#f6eedb"
$c stock "$f" strap --name "Strap brown" --weight 220 --face "#5a3a28" --back "#7a5844"
$c card "$f" --title "Luggage trunk"
$c set "$f" card edge.left="round 8 mm"
$c part "$f" --stock ticket --id rider --name "Rider" --say "5 | 6 | 54, M V; height 86"
$c join "$f" rider.panel-3 card.page-right --kind slide --side back --line bottom --onto-line bottom --off 9mm --along 4mm --from -12mm --to 12mm --play 1mm
$c join "$f" rider.panel-1 card.page-left --side face --line fold-1 --onto-line spine --off 5mm
for side in bottom top; do
  $c part "$f" --id flap-$side --name "Pocket flap" --say "7 | 7, M; height 48"
  $c join "$f" flap-$side.panel-1 card.page-3 --side face --onto-side back --line fold-1 --onto-line $side
  $c join "$f" flap-$side.panel-2 card.page-right --onto-side back --line closing --side back
done
for n in 1 2; do
  at=-28mm; [ $n = 1 ] || at=28mm
  $c part "$f" --stock strap --id strap-$n --name "Strap" --say "48 | 64, V; height 12"
  $c join "$f" strap-$n.panel-1 card.page-3 --side back --onto-side back --line fold-1 --onto-line fold-2 --along $at
  $c join "$f" strap-$n.panel-2 card.page-right --onto-side back --line closing --side back
done
$c dress "$f" card.page-left mat --paper carriage-stripe --side face
$c dress "$f" card.page-3 mat --paper carriage-stripe --side back
$c dress "$f" --all --scheme first-class --leave card rider strap-1 strap-2 flap-top flap-bottom
$c add "$f" words --id season --name "Season ticket" --stock strap --on rider.panel-3 --text "SEASON TICKET" --set height=6mm turn=90deg across=7mm
