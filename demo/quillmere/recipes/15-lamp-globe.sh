#!/bin/sh
# Lamp globe: a solid of six sides that an elastic band raises, on a fastener in the middle of four
# petals that close over it; two washers hold the thread of the latch.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 135x135mm
$c card "$f" --form petal --title "Lamp globe"
$c stock "$f" card --name "Platform night" --weight 270 --face "#2f3b4d" --back "#46566e"
$c stock "$f" lamp --name "Lamp cream" --weight 220 --face "#f5e3b3" --back "#fbf0d2"
$c stock "$f" brass --name "Brass" --weight 240 --face "#c79a3f" --back "#dcbd77"
$c add "$f" globe --id globe --name "Lamp globe" --stock lamp --on card.page-right --set side=26mm panel=40mm girdle=53mm band=40mm pull=150
# Its sides alike: the upper ones glow, the lower ones are panelled; the cap hides the hole.
for n in 1 2 3 4 5 6; do
  $c dress "$f" globe.upper-side-$n mat --paper lamps
  $c dress "$f" globe.lower-side-$n mat --paper slate
done
$c dress "$f" globe.upper-cap mat --paper brass
# The latch: a washer on the back of either petal of a pair, for the thread that goes round both.
for page in page-left page-3; do
  $c dress "$f" card.$page topper --paper brass --name "Washer" --set shape=circle width=12mm side=back
done
$c dress "$f" --all --scheme night --leave globe
