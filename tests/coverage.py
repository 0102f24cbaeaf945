#!/usr/bin/env python3
"""Branch coverage of the core, room by room, from gcovr's summary; fails below the least in all."""
import collections
import json
import sys

LEAST = 85  # percent

rooms = collections.defaultdict(lambda: [0, 0])
worst = []
for file in json.load(open(sys.argv[1]))["files"]:
    room = file["filename"].split("/")[1]
    taken, total = file["branch_covered"], file["branch_total"]
    rooms[room][0] += taken
    rooms[room][1] += total
    worst.append((total - taken, file["filename"], taken, total))
if not rooms:
    sys.exit("coverage: nothing of core/ was measured")
for room, (taken, total) in sorted(rooms.items()):
    print(f"{room:12} {taken:6} of {total:6} branches  {100 * taken / max(1, total):5.1f} %")
print("most that is not taken:")
for missed, name, taken, total in sorted(worst, reverse=True)[:12]:
    print(f"  {missed:5} of {total:5}  {name}")
taken = sum(t for t, _ in rooms.values())
total = sum(n for _, n in rooms.values())
share = 100 * taken / total
print(f"all          {taken:6} of {total:6} branches  {share:5.1f} % (at least {LEAST})")
sys.exit(share < LEAST)
