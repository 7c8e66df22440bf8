# Bench: headings, buttons, hints.

bench-high = { $height } high

bench-read-from = read from { $distance }

bench-far-window = far window

bench-creased = , creased

bench-how-it-is-set-up = How it is set up, to scale

bench-to = { $low } to { $high }

bench-not-read-as-assumed = not read; as assumed

bench-what-it-is = What it is

bench-next = Next:

bench-measures = Measures

bench-anew-version-stays-as-it = anew; version { $version } stays as it was, and shoots say which one they use.

bench-name-on-the-shelf = Name on the Shelf

bench-name-on-the-shelf-as = name on the Shelf, as “attic linen”

bench-keep-as-its-next-version = Keep as its next version

bench-keep-it-on-the-shelf = Keep it on the Shelf

bench-kept-as = Kept as

bench-version = { $name }, version { $version }

bench-bench = Bench

bench-measured-once-so-that-what = measure once, and predictions fit your own things

bench-practice = Practice

bench-what-is-measured = What is measured

bench-what-it-is-taken-for = Counts as

bench-a-new-one = a new one

bench-yours-measured-anew = yours, measured anew

bench-new-begun-from-a-generic = new, begun from a generic one

bench-write-it-down = Write it down

bench-ask-the-meter = Ask the meter

bench-take-away = Take away

bench-take-row-away = Take row { $k } away

bench-photograph = Photograph

bench-photograph-of-the-thing = Photograph of the thing

bench-what-the-scale-is = What the scale is

bench-between-its-marks = between its marks

bench-mark-anew = Mark anew

bench-the-ends-of-the-ruler = the ends of the ruler

bench-the-corners-of-the-sheet = the corners of the sheet, one after the other round it, a long side first

bench-tap-of = Tap { $first }: { $marks } of { $wanted }.

bench-now-drag-a-box-round = Now drag a box round the thing, with only the ground at its rim.

bench-thing-and-scale = Thing and scale

bench-photograph-with-the-scale-and = Photograph with the scale and the outline

bench-looking-for-its-border = Looking for its border…

bench-at-its-true-size = At its true size:

bench-template-pdf = Template (PDF)

bench-svg = SVG

bench-dxf = DXF
