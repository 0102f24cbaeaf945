#!/bin/sh
# Ticket window: back, floor and lip of one sheet, a counter with two different tabs, a keeper, a backer with its foot, a front plate that overhangs.
set -e
c="${HL_CLI:?the command line}"
f="${1:?the design to write}"
$c new "$f" --card 130x130mm --spine top
$c stock "$f" card --name "Booking hall brown" --face "#7b4a36" --back "#a5785f"
$c stock "$f" second --name "Counter oak" --weight 220 --face "#d9c79a" --back "#ebdfc2"
$c card "$f" --title "Ticket window" --say "106 | 42 | 22, V90 V90; height 118"
$c add "$f" strip --stock second --id keeper --name "Keeper" --to card.fold-2 --say "11 | 42 | 11, M M; height 26" --set left=11mm right=11mm place=2mm
$c add "$f" strip --stock second --id counter --name "Counter" --to card.fold-2 --say "6 | 42 | 22, M M; height 84" --set left=22mm right=22mm place=32mm
$c part "$f" --stock second --id backer --name "Backer" --say "24 | 106, V90; height 118"
$c join "$f" backer.panel-2 card.page-left --side back --onto-side back --line right --onto-line right
$c part "$f" --stock second --id plate --name "Front plate" --say "42 x 130"
$c join "$f" plate.sheet card.page-3 --side back --onto-side back --line left --onto-line left --zone "band right 20 mm"
$c part "$f" --stock second --id note --name "Writing flap" --say "60 | 60, V15; height 70"
$c join "$f" note.panel-1 backer.panel-2 --side back --onto-side face --line middle --onto-line middle
$c dress "$f" --all --scheme tea-room --leave note
$c add "$f" words --stock card --id board --name "Board" --on mat2.mat --text TICKETS --set height=16mm turn=90deg
