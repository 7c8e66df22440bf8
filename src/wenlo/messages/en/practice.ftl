# Practice: headings, buttons, hints.

practice-key = key

practice-camera = camera

practice-it-stands-here = it stands here

practice-anywhere-along-this-line = anywhere along this line

practice-plan-tap-where-it-stands = Plan; tap where it stands

practice-side-view-tap-where-the = Side view; tap where the card stands

practice-right = , right

practice-not-that-one = , not that one

practice-points = { $points } points

practice-off =
    { "" }, { $off }{ $unit ->
        [degrees] °
        [cm] { " " }cm
       *[stops] { " " }stops
    } off

practice-how-many-stops-darker = How many stops darker

practice-darker-by-that = Darker by that

practice-setting-it-up = Setting it up…

practice-the-frame = The frame, { $which }

practice-it-stands-there = It stands there

practice-tap-it-on-the-drawing = Tap it on the drawing first

practice-1-5-stops = 1.5 stops

practice-another-one = Another one

practice-practice = Practice

practice-seeing-light-on-simulated-sets = seeing light on simulated sets, a minute each

practice-bench = Bench

practice-mean-of-the-last-ones = mean of the last ones

practice-exercises = Exercises

practice-number = number { $seed }

practice-exercise = Exercise
