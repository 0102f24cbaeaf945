#!/usr/bin/env python3
"""Branch coverage of the core and of the window, room by room, from gcovr's summary; fails below the
least that each of the two has in all."""
import collections
import json
import sys

LEAST = {"core": 86, "app": 60}  # percent

rooms = {half: collections.defaultdict(lambda: [0, 0]) for half in LEAST}
worst = []
for file in json.load(open(sys.argv[1]))["files"]:
    half, *way = file["filename"].split("/")
    room = way[0] if len(way) > 1 else "(itself)"
    taken, total = file["branch_covered"], file["branch_total"]
    rooms[half][room][0] += taken
    rooms[half][room][1] += total
    worst.append((total - taken, file["filename"], taken, total))
failed = False
for half, least in LEAST.items():
    if not rooms[half]:
        sys.exit(f"coverage: nothing of {half}/ was measured")
    print(f"{half}/")
    for room, (taken, total) in sorted(rooms[half].items()):
        print(f"  {room:12} {taken:6} of {total:6} branches  {100 * taken / max(1, total):5.1f} %")
    taken = sum(t for t, _ in rooms[half].values())
    total = sum(n for _, n in rooms[half].values())
    share = 100 * taken / total
    failed = failed or share < least
    print(f"  all          {taken:6} of {total:6} branches  {share:5.1f} % (at least {least})")
print("most that is not taken:")
for missed, name, taken, total in sorted(worst, reverse=True)[:20]:
    print(f"  {missed:5} of {total:5}  {name}")
sys.exit(failed)
