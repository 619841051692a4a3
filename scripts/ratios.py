#!/usr/bin/python3
"""Runs the benchmarks and fails on ratios only: milliseconds belong to the machine, ratios to the program."""
import json
import subprocess
import sys

# (slower, faster, most): least time of the first over that of the second.
RATIOS = [
    ("sameModelAnswer", "coldAnswer", 0.5),  # what did not change is kept
    ("coldAnswer", "fixedLoop", 15),  # seen from 4 to 9: the loop is arithmetic alone, the answer also memory
    ("draggedAnswer", "coldAnswer", 1.5),
    ("floorView", "coldAnswer", 1.0),
    ("holeSearch", "smallHoleSearch", 5),  # twice the parts and three times the space; surfaces and edges decide
    ("growingAnswer/540", "growingAnswer/60", 12),  # nine times as long: close to linear
    ("smallListOurs", "smallListSolver", 1.0),  # a general solver on the same list
    ("plainThousandsProven", "houseListProven", 20),  # 5,000 pieces to some 200
]
# (benchmark, counter, most, least)
COUNTS = [
    ("houseListProven", "of_longest_first", 0.97, 0),  # what the plan costs of what the longest-first rule costs
    ("houseListProven", "proven", 1, 1),
    ("plainThousandsProven", "proven", 1, 1),
    ("fullBoardsProven", "proven", 1, 1),
    ("fullBoardsProven", "of_known", 1, 1),
]

out = subprocess.run([sys.argv[1], "--benchmark_format=json", "--benchmark_min_time=0.1", "--benchmark_repetitions=5", "--benchmark_enable_random_interleaving=true"], capture_output=True, text=True, check=True)
times, counts = {}, {}
for b in json.loads(out.stdout)["benchmarks"]:
    b["name"] = b["name"].split("/iterations:")[0]
    if b["run_type"] == "iteration":  # the least of the repetitions, spread over the run: other work on the machine only ever adds
        counts[b["name"]] = b
        times[b["name"]] = min(times.get(b["name"], float("inf")), b["real_time"])
for name, ms in times.items():
    print(f"{name:18} {ms:9.3f} ms")
failed = False
for slow, fast, most in RATIOS:
    ratio = times[slow] / times[fast]
    good = ratio <= most
    failed |= not good
    print(f"{'ok  ' if good else 'FAIL'} {slow} / {fast} = {ratio:.2f}, at most {most}")
for name, count, most, least in COUNTS:
    value = counts[name][count]
    good = least <= value <= most
    failed |= not good
    print(f"{'ok  ' if good else 'FAIL'} {name} {count} = {value:.3f}, from {least} to {most}")
sys.exit(1 if failed else 0)
