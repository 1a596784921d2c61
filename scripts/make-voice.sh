#!/bin/sh
# Speaks the called strokes, and the words of step numbers on practice tracks, anew with Debian's espeak-ng and sox. The samples are
# kept in the repository; this is how they were made.
set -e
speak() {
  espeak-ng -v en-gb -s "$2" -p 45 -a 180 -w "/tmp/$1.wav" "$1"
  # One channel of 16 kHz, silence cut off at both ends, so that the word begins where it is placed.
  sox "/tmp/$1.wav" -r 16000 -c 1 -b "$4" "$3/$1.wav" \
    silence 1 0.003 1% reverse silence 1 0.003 1% fade t 0.02 reverse fade t 0.002 norm -1
}
for word in down up; do speak "$word" 210 src/audio/voice 16; done
mkdir -p public/voice
for word in step one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen \
  nineteen twenty thirty forty fifty sixty seventy eighty ninety hundred; do speak "$word" 175 public/voice 8; done
