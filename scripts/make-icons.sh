#!/bin/sh
# Draws the icons of the installed application from src/app/icon.svg with Debian's librsvg; they are kept in the repository. A maskable
# one fills its square, and its sign lies within the middle four fifths, which no system cuts off.
set -e
mkdir -p public/icons
maskable=$(mktemp)
sed -e 's|viewBox="0 0 32 32"|viewBox="-6 -6 44 44"|' -e 's|<rect[^>]*/>|<rect x="-6" y="-6" width="44" height="44" fill="#1d3b36" />|' \
  src/app/icon.svg >"$maskable"
for size in 192 512; do
  rsvg-convert -w $size -h $size src/app/icon.svg -o public/icons/any-$size.png
  rsvg-convert -w $size -h $size "$maskable" -o public/icons/maskable-$size.png
done
rm "$maskable"
