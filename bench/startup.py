"""Start to first painted window: the program with a demo open against a bare main window.

Usage: startup.py BARE PROGRAM DESIGN. Both are started alternately, each leaves by itself after
its first picture; the medians are compared, so that one slow start does not decide.
"""
import os
import statistics
import subprocess
import sys
import time

bare, program, design = sys.argv[1:4]
rounds, bound = 15, 3.0


def seconds(words, **extra):
    start = time.perf_counter()
    subprocess.run(words, check=True, env={**os.environ, **extra})
    return time.perf_counter() - start


times = {"bare": [], "program": []}
for turn in range(rounds + 2):
    a = seconds([bare])
    b = seconds([program, design], HL_LEAVE_AFTER_FIRST_PICTURE="1")
    if turn >= 2:  # the first two warm the disk cache
        times["bare"].append(a)
        times["program"].append(b)
low, high = (statistics.median(times[k]) for k in ("bare", "program"))
print(f"first picture: bare {1000 * low:.0f} ms, with a demo {1000 * high:.0f} ms, "
      f"ratio {high / low:.2f} (bound {bound:.0f})")
sys.exit(0 if high / low <= bound else 1)
