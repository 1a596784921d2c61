#!/bin/sh
# Speaks the called strokes anew with Debian's espeak-ng and sox. The samples are kept in the repository; this is how they were made.
set -e
for word in down up; do
  espeak-ng -v en-gb -s 210 -p 45 -a 180 -w "/tmp/$word.wav" "$word"
  # One channel of 16 kHz, silence cut off at both ends, so that the word begins where it is placed.
  sox "/tmp/$word.wav" -r 16000 -c 1 -b 16 "src/audio/voice/$word.wav" \
    silence 1 0.003 1% reverse silence 1 0.003 1% fade t 0.02 reverse fade t 0.002 norm -1
done
