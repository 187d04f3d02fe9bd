#!/bin/sh
# Solves every plan instance with a general solver (glpsol of GLPK, Debian's glpk-utils) and keeps the optima that the
# test compares with. Run from the repository's root.
set -eu
command -v glpsol >/dev/null || { echo "install glpk-utils first"; exit 1; }
dir=$(mktemp -d)
trap 'rm -rf "$dir"' EXIT
go test ./core/checks -run TestOptima -args -lp "$dir" >/dev/null
out=core/checks/testdata/optima.txt
echo "# instance, least work in minutes; by $(glpsol --version | head -n 1)" >"$out"
for f in "$dir"/*.lp; do
  glpsol --lp "$f" --tmlim 120 -o "$dir/out" >"$dir/log"
  grep -q "INTEGER OPTIMAL SOLUTION FOUND" "$dir/log" || { echo "$f was not solved"; exit 1; }
  echo "$(basename "$f" .lp) $(awk '/^Objective:/ {print $4}' "$dir/out")" >>"$out"
done
wc -l <"$out"
