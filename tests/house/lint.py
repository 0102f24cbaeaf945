#!/usr/bin/env python3
"""Reads every source by itself: without unity builds and headers read before.

    tests/house/lint.py BUILD [--only TEXT] [--within SECONDS]

BUILD holds the compile_commands.json of a build without both (./hl lint makes it). Each source of
core, cli, app, corpus, bench and fuzz goes through clang-tidy once: it has to compile alone, to
hide no name behind another (-Wshadow), and to keep the few checks below, none of which may be
silenced in the sources. Then their types: one name for one thing (a type that two rooms define in
one namespace is undefined behaviour which a unity build hides), and clang-format.
With --within, no further source is begun after so many seconds: those that were changed last come
first, so that what a landing brings is read by every run of CI and the rest of the house as far as
there is time. Types and format are always looked at whole.
Ends with 1 where something is found.
"""
import argparse
import collections
import concurrent.futures
import json
import os
import pathlib
import re
import subprocess
import sys
import time

ROOT = pathlib.Path(__file__).resolve().parents[2]
ROOMS = ("core/", "cli/", "app/", "corpus/", "bench/", "fuzz/")
CHECKS = ",".join([
    "-*",
    "clang-diagnostic-*",
    "bugprone-use-after-move",
    "bugprone-dangling-handle",
    "bugprone-undelegated-constructor",
    "bugprone-string-constructor",
    "bugprone-suspicious-memset-usage",
    "bugprone-unused-raii",
    "misc-static-assert",
    "performance-for-range-copy",
    "performance-implicit-conversion-in-loop",
])


def tracked(*patterns):
    out = subprocess.run(["git", "ls-files", *patterns], cwd=ROOT, capture_output=True, text=True)
    return out.stdout.split()


def commands(build):
    """The sources and the words that compile them."""
    found = {}
    for entry in json.loads((build / "compile_commands.json").read_text()):
        path = os.path.relpath(os.path.join(entry["directory"], entry["file"]), ROOT)
        if path.startswith(ROOMS) and path.endswith(".cpp"):
            found[path] = entry
    return found


def newest_first(sources):
    """By the last commit that touched each; what is not committed yet comes before all."""
    log = subprocess.run(["git", "log", "--name-only", "--format="], cwd=ROOT, capture_output=True,
                         text=True).stdout.split("\n")
    at = {}
    for n, path in enumerate(log):
        at.setdefault(path, n)
    open_ = set(subprocess.run(["git", "diff", "HEAD", "--name-only"], cwd=ROOT,
                               capture_output=True, text=True).stdout.split())
    return sorted(sources, key=lambda p: (p not in open_, at.get(p, -1)))


def tidy(build, path, until):
    if until and time.monotonic() > until:
        return path, None, ""
    run = subprocess.run(
        ["clang-tidy", "-p", build, f"--checks={CHECKS}", "--warnings-as-errors=*", "--quiet",
         "--extra-arg=-Wshadow", "--extra-arg=-Wno-unknown-warning-option",
         "--extra-arg=-Wno-gnu-zero-variadic-macro-arguments",
         # That a room's namespace is inline is said once, in core/measure/rooms.h.
         "--extra-arg=-Wno-inline-namespace-reopened-noninline", path],
        cwd=ROOT, capture_output=True, text=True)
    said = "\n".join(line for line in run.stdout.splitlines()
                     if re.search(r": (warning|error):", line))
    return path, run.returncode, said or run.stderr if run.returncode else ""


def twice():
    """Types of one name in one namespace, outside of what a file keeps to itself."""
    where = collections.defaultdict(set)
    for path in tracked("core/*.h", "core/*.cpp", "app/*.h", "app/*.cpp", "cli/*.h", "cli/*.cpp"):
        text = (ROOT / path).read_text()
        text = re.sub(r"^namespace \{$.*?^\} // namespace$", "", text, flags=re.M | re.S)
        spaces = [(m.start(), m.group(1)) for m in re.finditer(r"^namespace ([\w:]+) \{", text, re.M)]
        for m in re.finditer(r"^(?:struct|class|enum class|enum) (\w+)(?: [^;{]*)?\{", text, re.M):
            inside = [name for at, name in spaces if at < m.start()]
            where[(inside[-1] if inside else "", m.group(1))].add(path)
    return [f"{space}::{name} is defined in {' and in '.join(sorted(files))}"
            for (space, name), files in sorted(where.items()) if len(files) > 1]


def main():
    options = argparse.ArgumentParser(description=__doc__.split("\n")[0])
    options.add_argument("build", type=pathlib.Path)
    options.add_argument("--only", default="", help="sources that have this in their path")
    options.add_argument("--within", type=float, help="seconds after which none is begun")
    given = options.parse_args()
    until = given.within and time.monotonic() + given.within
    found = []
    sources = newest_first(p for p in commands(given.build) if given.only in p)
    read = 0
    if not sources:
        sys.exit("no sources: is there a compile_commands.json?")
    with concurrent.futures.ThreadPoolExecutor(os.cpu_count()) as hands:
        for n, (path, failed, said) in enumerate(
                hands.map(lambda p: tidy(given.build.resolve(), p, until), sources), 1):
            read += failed is not None
            if failed:
                found.append(path)
                print(f"{path}:\n{said}", flush=True)
            elif n % 50 == 0:
                print(f"{n} of {len(sources)} sources", file=sys.stderr, flush=True)
    for line in twice():
        found.append(line)
        print(line)
    for line in tracked("core/*", "cli/*", "app/*"):
        if line.endswith((".cpp", ".h")) and "NOLINT" in (ROOT / line).read_text():
            found.append(line)
            print(f"{line} silences a check")
    style = subprocess.run(["clang-format", "--dry-run", "-Werror", *tracked("*.cpp", "*.h")],
                           cwd=ROOT, capture_output=True, text=True)
    if style.returncode:
        found.append("format")
        print("\n".join(style.stderr.splitlines()[:10]) + "\n./hl format mends that")
    print(f"{read} of {len(sources)} sources, {len(found)} found")
    sys.exit(1 if found else 0)


if __name__ == "__main__":
    main()
