#!/usr/bin/env python3
"""What two builds of the command line say of the same designs.

    tests/house/same_words.py OLD NEW [--every N] [--only TEXT]

OLD and NEW are two hinge-lantern-cli. Of every demo, every design of the corpus (every Nth of them)
and every family on a card of its own, `check`, `parts`, `cuts` and `scores` are asked for as JSON
from both; what differs is printed with its place. A wall that is moved changes nothing here.
Ends with 1 where something differs, with 2 where nothing could be compared.
"""
import argparse
import concurrent.futures
import json
import pathlib
import subprocess
import sys
import tempfile

ROOT = pathlib.Path(__file__).resolve().parents[2]
ASKED = [["check"], ["parts"], ["cuts"], ["scores"]]


def said(cli, words):
    """What one command prints: its JSON, or its text where it is none, and how it ended."""
    run = subprocess.run([cli, *words, "--json"], capture_output=True, text=True, timeout=600)
    try:
        return {"status": run.returncode, "says": json.loads(run.stdout)}
    except ValueError:
        return {"status": run.returncode, "says": run.stdout, "complains": run.stderr}


def places(old, new, at="", where=None):
    """Where two values differ, as paths into them."""
    where = [] if where is None else where
    if type(old) is not type(new):
        where.append(f"{at}: {old!r} became {new!r}")
    elif isinstance(old, dict):
        for key in sorted(old.keys() | new.keys()):
            if key not in old:
                where.append(f"{at}.{key} is new: {new[key]!r}")
            elif key not in new:
                where.append(f"{at}.{key} is gone: {old[key]!r}")
            else:
                places(old[key], new[key], f"{at}.{key}", where)
    elif isinstance(old, list):
        if len(old) != len(new):
            where.append(f"{at} had {len(old)} and has {len(new)}")
        for i, (a, b) in enumerate(zip(old, new)):
            places(a, b, f"{at}[{i}]", where)
    elif old != new:
        where.append(f"{at}: {old!r} became {new!r}")
    return where


def families(cli, folder):
    """A card for each family that a plain card takes, with its own measures."""
    listed = said(cli, ["structures"])["says"]
    made = []
    for family in listed:
        name = family["id"]
        path = folder / f"family-{name}.hlantern"
        if subprocess.run([cli, "new", path, "--card", "130x180mm"], capture_output=True).returncode:
            sys.exit(f"{cli} makes no card")
        subprocess.run([cli, "add", path, name], capture_output=True)
        made.append(path)
    return made


def main():
    options = argparse.ArgumentParser(description=__doc__.split("\n")[0])
    options.add_argument("old")
    options.add_argument("new")
    options.add_argument("--every", type=int, default=1, help="of the corpus, every Nth design")
    options.add_argument("--only", default="", help="designs whose name has this in it")
    given = options.parse_args()
    with tempfile.TemporaryDirectory() as folder:
        designs = sorted((ROOT / "demo").rglob("*.hlantern"))
        designs += sorted((ROOT / "corpus" / "designs").glob("*.hlantern"))[:: given.every]
        designs += families(given.old, pathlib.Path(folder))
        designs = [d for d in designs if given.only in d.name]
        jobs = [(d, words) for d in designs for words in ASKED]
        if not jobs:
            sys.exit(2)

        def compared(job):
            design, words = job
            command = [words[0], str(design), *words[1:]]
            return job, places(said(given.old, command), said(given.new, command))

        differ = 0
        with concurrent.futures.ThreadPoolExecutor(2) as hands:
            for (design, words), where in hands.map(compared, jobs):
                if where:
                    differ += 1
                    print(f"{words[0]} {design.name}: {len(where)} differ")
                    for line in where[:5]:
                        print("   ", line[:300])
        print(f"{len(designs)} designs, {len(jobs)} commands, {differ} differ")
        sys.exit(1 if differ else 0)


if __name__ == "__main__":
    main()
