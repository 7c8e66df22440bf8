# Brief: headings, buttons, hints.

brief-it-is = It is

brief-to-the-right = To the right

brief-behind = Behind

brief-its-middle = Its middle

brief-above-the-floor = above the floor

brief-its-width = Its width

brief-its-height = Its height

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

brief-width = Width

brief-depth = Depth

brief-along-the-lens = along the lens

brief-ceiling = Ceiling

brief-walls = Walls

brief-ceiling-is = Ceiling is

brief-floor-is = Floor is

brief-notes = Notes

brief-window-props-what-the-picture = Window, props, what the picture must not show…

brief-edge-width = Edge width

brief-behind-an-edge = Behind an edge

brief-nose-to-cheek-30-mm = nose to cheek 30 mm

brief-contrast = Contrast

brief-lit-side-over-far-side = lit side over far side

brief-key-height = Key height

brief-background = Background

brief-light-on-it-against-the = light on it against the face

brief-evenness = Evenness

brief-most-fall-middle-to-edge = most fall, middle to edge

brief-spill = Spill

brief-most-that-misses-the-sheet = most that misses the sheet

brief-loss = Loss

brief-most-light-given-up = most light given up

brief-against-the-key-is-no = against the key; – is no limit

brief-left-wall = Left wall

brief-right-wall = Right wall

brief-wall-behind = Wall behind

brief-behind-the-camera = behind the camera

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

brief-drawn-on-the-plan-drag = drawn on the plan; drag it

brief-band = Band

brief-up-and-down-about-the = up and down about the face

brief-key-may-vary = Key may vary

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

brief-what = What is in front of the camera?

brief-how-soft = How soft is the shadow?

brief-how-deep = How deep is the shade?

brief-from-where = Where does the light come from?

brief-behind-it = What is behind it?

brief-or-answer-these = or answer below

brief-subject-is = { $of ->
    [bust] head
    [standing] standing
    [box] box
    [bottle] bottle
    [jar] jar
    [bowl] bowl
    [violin] violin
    [cloth] cloth
    [plate] flat thing
    [ring] ring
   *[ball] ball
}

brief-finish-is = { $of ->
    [matt] matt
    [textured] textured
    [satin] satin
    [glossy] glossy
    [varnish] dark varnish
    [wrapped] in film
    [mirror] mirror
   *[translucent] translucent
}

brief-colour = Its colour

brief-colour-of-skin = Colour of the skin

brief-colour-own = another colour

brief-colour-is = { $of ->
    [lightest] lightest skin
    [light] light skin
    [medium] medium skin
    [tan] tan skin
    [brown] brown skin
    [deepest] deepest skin
    [white] white
    [grey] grey
    [black] black
    [wood] wood
    [dark_wood] dark wood
    [amber] amber
    [red] red
    [green] green
   *[blue] blue
}

brief-use-is = { $of ->
    [mood] mood
    [film] film
    [listing] listing
   *[cut_out] cut-out
}

brief-wish-is = { $of ->
    [wanted-contrast] contrast
    [wanted-background] background
    [wanted-evenness] evenness
    [wanted-shadow_edge] shadow edge
   *[backdrop-finish] backdrop
}

brief-this-also-set = This also set what you had left open: { $what }.

brief-edge-is = { $of ->
    [crisp] crisp
    [firm] firm
    [gentle] gentle
    [soft] soft
   *[wrapped] wrapped
}

brief-edge-of-what = of a nose’s shadow on the cheek

brief-contrast-is = { $of ->
    [flat] flat
    [gentle] gentle
    [shaped] shaped
    [deep] deep
   *[black] black
}

brief-ground-is = { $of ->
    [black] black
    [dark] dark
    [dim] dim
    [same] as bright
   *[brighter] brighter
}

brief-key-round-the-head = Key round the head

brief-round = { $angle } { $side ->
    [left] to the left
    [right] to the right
   *[either] to either side
}

brief-from-anywhere = any angle

brief-any-angle = any angle

brief-either-side = either side

brief-height-over-the-eyes = { $angle } { $way ->
    [below] below
   *[over] over
} the eyes

brief-any-height = any height

brief-more = More

brief-find = Find a setting

brief-what-lighter-means = Lighter figures are assumed until you set them.

brief-none-is-called = Nothing here is called that.

brief-more-room = Room

brief-more-camera = Camera

brief-more-lamp = Lamp

brief-more-moves = Movement

brief-more-air = Air

brief-more-dark = Kept dark

brief-more-even = Light

brief-more-limits = Limits

brief-more-backdrop = Sweep

brief-line-room = { $width } × { $depth }, ceiling { $height }, { $walls } walls

brief-line-camera = { $lens } at { $aperture } from { $distance }, { $sensor }

brief-line-lamp = { $lamp } at { $power }

brief-line-moves = { $still ->
    [yes] stays within { $width } × { $depth }
   *[no] moves at { $speed } within { $width } × { $depth }
}

brief-line-dark = { $of ->
    [backdrop] backdrop
    [ceiling] ceiling
    [floor] floor
    [left_wall] left wall
    [right_wall] right wall
   *[wall_behind] wall behind
} { $most }

brief-line-even = falls { $fall } at most; { $spill } may miss; { $loss } may be lost

brief-line-carried = carried { $length }

brief-line-people = helpers: { $count }

brief-line-hours = { $count } h to build

brief-line-minutes = { $count } min to set up

brief-line-sweep = { $flat ->
    [yes] hangs straight down
   *[no] curves onto the floor, radius { $radius }
}

brief-nothing-asked = nothing asked

brief-air-is = { $of ->
    [steam] steam
    [dust] dust
   *[null] nothing
}

brief-haze-is = { $of ->
    [thin] thin
    [thick] thick
   *[plain] plain
}

brief-balanced-for-the-key = balanced for the key lamp

brief-works-out = { $of ->
    [aperture] the aperture
    [power] the lamp power
   *[iso] the ISO
}

brief-meter-is = { $of ->
    [flat] flat toward the sheet
   *[dome] dome toward the camera
}

brief-action-width = Area’s width

brief-action-depth = Area’s depth

brief-backdrop-at-most = Backdrop

brief-ceiling-at-most = Ceiling

brief-floor-at-most = Floor

brief-suits-best = Suits this best so far

brief-all-kinds = all kinds

brief-use-it = Use it

brief-use-this-size = Use this size

brief-kinds-are-tried = Every kind is being tried for these answers…

brief-drag-it = drag it round

brief-first-time = First time here?

brief-show-me-round = Show me round (1 minute)

brief-not-now = Not now

brief-tour-questions = Five questions

brief-tour-questions-how = Answer by choosing a picture or dragging the light round the head. Leave what you do not mind.

brief-tour-picture = What the camera will see

brief-tour-picture-how = This is solved light, not a drawing. It follows while you drag.

brief-tour-best = What suits best

brief-tour-best-how = Every kind of modifier is sized for your answers. Take one here, or see them all with their reasons.

brief-tour-figures = Seven figures

brief-tour-figures-how = Green is as you asked. Press a red one: it says why, and what would cure it.

brief-tour-stages = Six stages

brief-tour-stages-how = Size it, place it, build it from a cut list, rig it, and prove it with a test shot.
