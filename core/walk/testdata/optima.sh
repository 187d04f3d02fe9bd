#!/bin/sh
# Solves walks with a general solver (glpsol of GLPK, Debian's glpk-utils) and keeps the optima that the test compares with. Run from
# the repository's root.
set -eu
command -v glpsol >/dev/null || { echo "install glpk-utils first"; exit 1; }
dir=$(mktemp -d)
trap 'rm -rf "$dir"' EXIT
go test ./core/walk -run TestOptima -args -lp "$dir" >/dev/null
out=core/walk/testdata/optima.txt
echo "# instance, stars less minutes as a share of the time; by $(glpsol --version | head -n 1)" >"$out"
for f in "$dir"/*.lp; do
  glpsol --lp "$f" --cuts --tmlim 300 -o "$dir/out" >"$dir/log"
  grep -q "INTEGER OPTIMAL SOLUTION FOUND" "$dir/log" || { echo "$f was not solved"; exit 1; }
  echo "$(basename "$f" .lp) $(awk '/^Objective:/ {print $4}' "$dir/out")" >>"$out"
done
wc -l <"$out"
