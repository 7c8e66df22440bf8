# Brief: headings, buttons, hints.

brief-it-is = It is

brief-to-the-right = To the right

brief-behind = Behind

brief-its-middle = Its middle

brief-above-the-floor = above the floor

brief-its-width = Its width

brief-its-height = Its height

brief-picture = Picture

brief-it-is-for = It is for

brief-subject = Subject

brief-skin = Skin

brief-finish = Finish

brief-leans-back = Leans back

brief-90-lies-flat = 90 lies flat

brief-face-height = Face height

brief-eyes-above-the-floor = eyes above the floor

brief-moves-at = Moves at

brief-nods-2-hand-work-1 = nods .2, hand work 1 m/s

brief-in-the-air = In the air

brief-to-backdrop = To backdrop

brief-its-sweep = Its sweep

brief-radius-0-is-flat = radius; 0 is flat

brief-backdrop = Backdrop

brief-room = Room

brief-width = Width

brief-depth = Depth

brief-along-the-lens = along the lens

brief-ceiling = Ceiling

brief-walls = Walls

brief-ceiling-is = Ceiling is

brief-floor-is = Floor is

brief-notes = Notes

brief-window-props-what-the-picture = Window, props, what the picture must not show…

brief-wanted = Wanted

brief-shadow-edge = Shadow edge

brief-shadow-edge-in-words = Shadow edge in words

brief-edge-width = Edge width

brief-behind-an-edge = Behind an edge

brief-nose-to-cheek-30-mm = nose to cheek 30 mm

brief-contrast = Contrast

brief-lit-side-over-far-side = lit side over far side

brief-key-from = Key from

brief-key-height = Key height

brief-over-the-eyes-is-any = over the eyes; – is any

brief-background = Background

brief-light-on-it-against-the = light on it against the face

brief-evenness = Evenness

brief-most-fall-middle-to-edge = most fall, middle to edge

brief-spill = Spill

brief-most-that-misses-the-sheet = most that misses the sheet

brief-loss = Loss

brief-most-light-given-up = most light given up

brief-must-stay-dark = Must stay dark

brief-against-the-key-is-no = against the key; – is no limit

brief-floor = Floor

brief-left-wall = Left wall

brief-right-wall = Right wall

brief-wall-behind = Wall behind

brief-behind-the-camera = behind the camera

brief-limits = Limits

brief-carrying = Carrying

brief-longest-piece-in-the-car = longest piece in the car

brief-money = Money

brief-for-parts-is-no-limit = for parts; – is no limit

brief-helpers = Helpers

brief-people-at-the-set-up = people at the set-up

brief-build-time = Build time

brief-hours = hours

brief-set-up-time = Set-up time

brief-minutes = minutes

brief-camera = Camera

brief-sensor = Sensor

brief-lens = Lens

brief-distance = Distance

brief-looks-down = Looks down

brief-0-is-level = 0 is level

brief-aperture = Aperture

brief-shutter = Shutter

brief-iso = ISO

brief-white = White

brief-work-out = Work out

brief-iso-at-most = ISO at most

brief-widest-lens = Widest lens

brief-metered-by = Metered by

brief-lamp = Lamp

brief-power = Power

brief-action-area = Action area

brief-drawn-on-the-plan-drag = drawn on the plan; drag it

brief-band = Band

brief-up-and-down-about-the = up and down about the face

brief-key-may-vary = Key may vary

brief-camera-and-lamp = Camera and lamp

brief-plan-of-the-room-to = Plan of the room, to scale

brief-drawing = Drawing…

brief-the-one-whose-light-you = The one whose light you like

brief-marks-on-the-photograph-drag = Marks on the photograph; drag to draw one

brief-read-them-off-a-photograph = Read them off a photograph…

brief-another-photograph = Another photograph

brief-choose-a-photograph = Choose a photograph

brief-what-is-drawn = What is drawn

brief-reading = Reading…

brief-is-meant-for-95-of = ± is meant to hold in 95 of 100 photographs. Skins differ: the background is read to half a stop at best.

brief-one-face-or-ball-lit = One face or ball, lit by one light that you like. It is read and not kept.

brief-wishes-from-a-photograph-whose = Wishes from a photograph whose light you like

brief-use-these-wishes = Use these wishes
