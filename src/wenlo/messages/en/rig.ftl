# Rig: headings, buttons, hints.

rig-factor = , factor { $factor }

rig-limit = { $figure }; limit { $limit }{ $factor }

rig-do-it = Do it

rig-do-it-2 = Do it: { $words }

rig-checks-are-arithmetic-on-typical = Checks are arithmetic on typical figures, never a permit. Local codes and the makers' instructions come first; structure, mains and public sets are for licensed people.

rig-tips-here = tips here

rig-needed = needed

rig-kg = { $ballast } kg{ $needed }

rig-kg-at = { $name }, { $mass } kg at { $height }: { $said }

rig-tips = Tips

rig-holds = Holds

rig-one-and-a-half-times = one and a half times what tips

rig-nothing-carries-it = nothing carries it

rig-kg-at-2 = { $mass } kg at { $height }, { $it }

rig-right-under-it-is-no = Right under it is { $over }: no stand can be there.

rig-how-is-held-up = How { $name } is held up

rig-proposed = proposed: { $by }

rig-what-grips = What grips { $name }

rig-gripped-by-clamps = gripped by clamps

rig-what-holds = What holds { $name }

rig-proposed-2 = proposed: { $name }

rig-yours = , yours

rig-kg-2 = { $name }{ $yours }: { $carries } kg

rig-reach = Reach

rig-counterweight = Counterweight

rig-ballast = Ballast

rig-the-boom-stands-on = The boom stands on: { $name }.

rig-joints = Joints: { $joints }.

rig-kit = Kit

rig-what = What

rig-needed-2 = Needed

rig-on-the-shelf = On the Shelf

rig-home-made-supports = Home-made supports

rig-carries-kg-weighs-kg-about = carries { $payload } kg, weighs { $mass } kg, about { $currency }

rig-caution = Caution

rig-hook-the-tape-at-a = { "" }. Hook the tape at A, then at B: where both lengths meet, toward the camera, is the mark.

rig-floor-marks-from-above = Floor marks from above

rig-dashed-round-water-nothing-fed = Dashed: { $water_reach } round water. Nothing fed from the mains stands within.

rig-floor-marks = Floor marks

rig-mark = Mark

rig-from-a = from A

rig-from-b = from B

rig-height = Height

rig-looks-and-their-dials = Looks and their dials

rig-lay-out-sheet-pdf = Lay-out sheet PDF

rig-circuit = circuit { $number }

rig-battery = battery

rig-of-what-it-carries-for = { $share } % of what it carries for hours

rig-watts-not-known = watts not known

rig-own-battery = own battery

rig-mains = Mains

rig-breaker = Breaker

rig-circuits = Circuits

rig-cable = Cable

rig-copper = Copper

rig-reel = Reel

rig-30-ma-device = 30 mA device

rig-frequency = Frequency

rig-battery-instead = Battery instead

rig-wet-places = Wet places

rig-to-the-right = To the right

rig-of-the-subject-s-mark = of the subject's mark

rig-behind-it = Behind it

rig-width = Width

rig-depth = Depth

rig-take-it-away = Take it away

rig-add-a-wet-place = Add a wet place

rig-fixed-wiring-is-for-licensed = Fixed wiring is for licensed people. Nothing fed from the mains, or from an inverter, stands over or beside water: bounce its light from where it is dry.

rig-this-cannot-be-rigged-like = This cannot be rigged like that

rig-the-rig-cannot-be-worked = The rig cannot be worked out.

rig-change-it-in-shape-or = Change it in Shape or in the Brief; nothing was lost.

rig-working-out-what-holds-it = Working out what holds it…

rig-forces-to-scale = { $name }: forces, to scale

rig-nothing-has-to-be-held = Nothing has to be held

rig-air = Air

rig-beaufort = Beaufort

rig-gusts-m-s = gusts { $wind } m/s

rig-ground = Ground

rig-a-knock-of = A knock of

rig-50-n-100-n-where = 50 N; 100 N where people pass

rig-safety-lines = Safety lines

rig-everything-that-is-held = Everything that is held

rig-what-is-held = What is held

rig-checks-pass = checks pass ·

rig-need-an-answer = need an answer ·

rig-fail = fail

rig-checks = Checks

rig-heat = Heat

rig-mains-water = Mains & water

rig-lay-out = Lay-out

rig-checklist = Checklist

rig-before-the-lamps-go-on = Before the lamps go on

rig-setting-up = Setting up

rig-striking = Striking

rig-top = top

rig-w-left-inside-openings-cm = { $inside } W left inside; openings { $e4 } cm² low and high

rig-nothing-is-closed-round-a = Nothing closes round a lamp, so only what stands near one gets warm.

rig-room = Room

rig-more-openings = More openings

rig-low-and-high-each-0 = low and high, each; 0 is none at all

rig-fan-moves = Fan moves

rig-lamp-on-at-a-stretch = Lamp on at a stretch

rig-checks-outside = Outside ({ $count })

rig-checks-unanswered = Need an answer ({ $count })

rig-checks-within = Within the checks ({ $count })
