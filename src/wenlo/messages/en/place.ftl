# Place: headings, buttons, hints.

place-holds = holds

place-look-out = look out

place-turn-the-key = Turn the key

place-place-it = Place it

place-leave-it = Leave it

place-add = Add

place-white-card = White card

place-black-flag = Black flag

place-furniture = Furniture

place-person = Person

place-lamp = Lamp

place-window = Window

place-sun = Sun

place-open-sky = Open sky

place-meter = Meter

place-for-a-job = For a job

place-lamp-for-jobs = Lamp for jobs

place-finding-the-place = finding the place…

place-turn = turn { $name }

place-where-is-aimed = where { $name } is aimed

place-save-as = Save as…

place-name = Name

place-daylight = Daylight

place-of-an-overcast-sky = of an overcast sky

place-width = Width

place-in-the-nearest-wall = in the nearest wall

place-opening = Opening

place-overcast-on-open-ground = overcast, on open ground

place-power = Power

place-gel = Gel

place-aimed-at = Aimed at

place-to-the-right = … to the right

place-behind = … behind

place-height = … height

place-meant-to-be-seen = Meant to be seen

place-through = Through

place-what-it-shines-through = What it shines through

place-nothing-bare = nothing, bare

place-hour = Hour

place-of-the-clock-9-5 = of the clock; 9.5 is half past nine

place-latitude = Latitude

place-is-north = + is north

place-longitude = Longitude

place-is-east = + is east

place-clock-ahead = Clock ahead

place-hours-of-world-time = hours, of world time

place-camera-looks = Camera looks

place-0-north-90-east = 0 north, 90 east

place-date = Date

place-key-angle = Key angle

place-is-camera-right = + is camera right

place-its-size-sheet-and-lamp = Its size, sheet and lamp are changed on the Shape stage.

place-from-the-face = From the face

place-looks-down = Looks down

place-lens = Lens

place-behind-the-face = Behind the face

place-sweep = Sweep

place-its-radius-0-is-flat = its radius; 0 is flat

place-on-the-floor = On the floor

place-how-far-it-lies = how far it lies

place-backdrop = Backdrop

place-faces = Faces

place-receptor = Receptor

place-is = Is

place-turn-2 = Turn

place-0-faces-the-camera-its = 0 faces the camera, + its right

place-tilt = Tilt

place-faces-up = + faces up

place-height-of-it = Height of it

place-depth = Depth

place-finish = Finish

place-face = Face

place-copy = Copy

place-copy-d = Copy (D)

place-mirror-a-copy = Mirror a copy

place-the-same-on-the-other = The same on the other side of the camera's line (M)

place-unlock = Unlock

place-lock = Lock

place-let-it-be-moved-l = Let it be moved (L)

place-lock-it-in-its-place = Lock it in its place (L)

place-bring-in = Bring in

place-carry-out = Carry out

place-bring-it-in-h = Bring it in (H)

place-carry-it-out-of-the = Carry it out of the set (H)

place-take-away = Take away

place-take-it-away-delete = Take it away (Delete)

place-what-to-do-with = What to do with { $what }

place-things = { $mine } things

place-room = Room

place-what-is-chosen = What is chosen

place-without-it-stops-less = ; without it { $without } stops less

place-no-meter-stands-in-the = No meter in the set yet. Add one under Things: it shows its stops on the plan.

place-dark = dark

place-stops = { $stops }{ $stops_2 } stops

place-follow-no-lamp = follow no lamp

place-follow-the-key-lamp = follow the key lamp

place-follow = follow { $name }

place-follow-the-light-of-a = Follow the light of a lamp

place-weigh-the-other-lights-against = Weigh the other lights against the key

place-no-other-light-is-on = No other light is on.

place-meters = Meters

place-where-light-goes = Where light goes

place-balance = Balance

place-streams-and-balance = Streams and balance

place-how-looks-are-compared = How looks are compared

place-picture-of = Picture of { $name }

place-against-in-stops = { $name } against { $name_2 }, in stops

place-taking-both = taking both…

place-where-the-pictures-meet = Where the pictures meet

place-stops-of-the-second-against = Stops of the second against the first

place-two-looks = Two looks

place-looks = Looks

place-a-look-keeps-the-lamps = A look keeps the lamps' settings, what is carried out, and the modifier. Switch with Shift and its number.

place-compare = Compare { $name }

place-bring-this-look-on-shift = Bring this look on (Shift { $i })

place-keep-anew = keep anew

place-make-this-look-what-the = Make this look what the set is now

place-forget = Forget { $name }

place-look = look { $looks }

place-name-of-the-look = Name of the look

place-keep-this-state = Keep this state

place-what-differs = What differs

place-mark-two-to-compare-their = Mark two to compare their pictures.

place-click-to-type = { $label }: click to type

place-enter-to-type = { $label }: { $text }. Enter to type

place-set-from-the-side-to = Set from the side, to scale

place-set-as-the-camera-looks = Set as the camera looks, to scale

place-height-over-the-floor = { $name }, height over the floor

place-set-from-the-front-to = Set from the front, to scale

place-nothing-cut-away = nothing cut away

place-to-the-left = to the left

place-to-the-right-2 = to the right

place-before-the-mark = before the mark

place-behind-the-mark = behind the mark

place-cut = cut { $cut } { $mark }

place-alcove = Alcove

place-plan-of-the-set-to = Plan of the set, to scale

place-the-ceiling-slopes-down-from = The ceiling slopes down from here

place-backdrop-2 = backdrop

place-camera = camera

place-the-subject-s-mark = the subject's mark

place-the-left-wall = the left wall

place-to-the-right-of = { $name }, to the right of { $wall }

place-behind-the-subject-s-mark = behind the subject's mark

place-from-the-wall-behind-the = from the wall behind the camera

place-room-2 = room { $width } × { $depth }

place-working-out-the-light = Working out the light…

place-plan = Plan

place-light-over-the-room = Light over the room

place-where-distances-are-measured-from = Where distances are measured from

place-from-the-mark = from the mark

place-distances-from-the-subject-s = Distances from the subject's mark on the floor

place-from-the-corner = from the corner

place-distances-from-the-left-corner = Distances from the left corner behind the camera

place-reading-the-light = Reading the light…

place-which-elevation = Which elevation

place-side = side

place-front = front

place-all-round = all round

place-in-three-dimensions-for-looking = In three dimensions, for looking

place-fetching-the-view = Fetching the view…

place-problems = Problems

place-cannot-stand = Cannot stand

place-look-out-2 = Look out

place-too-bright = Too bright

place-dark-enough = Dark enough

place-no-clashes-found = No clashes found.

place-things-light-or-looks = Things, light or looks

place-things-2 = Things

place-light = Light

place-looks-2 = Looks{ $looks }

place-set = Set

place-where = Where

place-ground-is = Ground is

place-along-the-lens = along the lens

place-ceiling = Ceiling

place-ceiling-is = Ceiling is

place-low-wall = Low wall

place-under-the-slope = under the slope

place-slope-reaches = Slope reaches

place-into-the-room = into the room

place-its-middle = Its middle

place-its-width = Its width

place-its-height = Its height

place-its-depth = Its depth

place-locked = locked

place-off = off

place-out-of-the-set = out of the set

place-what-stands-in-the-set = What stands in the set

place-the-set-in-three-dimensions = The set in three dimensions; drag to turn it, the wheel comes nearer. The plan and the elevations show the same.

place-set-larger = Show it large

place-set-smaller = Back to its place

place-how-the-set-is-shown = How the set is shown

place-stops-from-the-key = Stops from the key

place-building-it = building it…

place-reading-the-light-2 = reading the light…

place-this-browser-shows-nothing-in = This browser shows nothing in three dimensions; the plan and the elevations show the same.
