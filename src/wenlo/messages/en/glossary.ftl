# The trade's words, each with one meaning. ``forms`` are the words that it is found by on a page; the first is its name.

term_stop = Twice the light, or half of it. Two stops are four times.
    .forms = stop, stops

term_key = The light that shapes the picture: the one whose direction and edge you see on the face.
    .forms = key, key light

term_fill = Whatever lifts the shadow side: a second light, a white card, the walls.
    .forms = fill, fill light

term_shadow-edge = How wide the step from light to shade is, behind a nose 30 mm off the cheek. Wide is soft.
    .forms = shadow edge, edge width, edge

term_contrast = How many stops the lit side is brighter than the shadow side. 1 is flat, 2.5 shaped, 4 deep.
    .forms = contrast

term_background = How many stops more or less light than the face the backdrop gets. −2 is clearly darker.
    .forms = background

term_evenness = How much the sheet falls off from its middle to its edge. An uneven sheet looks smaller than it is.
    .forms = evenness

term_spill = The part of the lamp’s light that misses the sheet and lights the room instead.
    .forms = spill

term_loss = How many stops of the bare lamp’s light the modifier costs at the face.
    .forms = loss

term_exposure = What the camera has to be set to for this light.
    .forms = exposure

term_hot-spot = The bright patch where the lamp shows through the middle of a sheet.
    .forms = hot spot

term_fall-off = How fast light gets weaker behind the nearest point: near sources fall off fast.
    .forms = fall-off

term_catchlight = The reflection of the source in the eye.
    .forms = catchlight, catchlights

term_separation = How clearly the outline stands out from what is behind it.
    .forms = separation, outline

term_diffusion = A sheet that scatters light, so that all of the sheet becomes the source.
    .forms = diffusion, sheet

term_layers = More sheets over each other hide the lamp better and cost more light.
    .forms = layers

term_bounce = Light sent onto a white or foil face first; the face is then the source.
    .forms = bounce

term_flag = Something black that keeps light off a part of the set.
    .forms = flag, flags

term_negative-fill = Something black beside the face that takes the room’s light away from the shadow side.
    .forms = negative fill

term_book-light = A bounce and a sheet that stand like an open book: twice softened, soft and costly in light.
    .forms = book light

term_baffle = A second sheet inside a box, between lamp and face; it evens the front.
    .forms = baffle

term_grid = Cells before a light that let it out only straight ahead.
    .forms = grid

term_snoot = A tube on a lamp that leaves a small round pool of light.
    .forms = snoot

term_gel = A coloured foil before a lamp.
    .forms = gel

term_mired = How colour temperature is counted, so that equal steps look equal: a million over kelvin.
    .forms = mired

term_colour-temperature = How warm or cold white light is, in kelvin: 3200 K is warm, 5600 K is noon.
    .forms = colour temperature, white

term_cri = How well colours look under a lamp. Under 90 some skins and reds suffer.
    .forms = colour rendering

term_lux = Light that falls on a place, in lumens on a square metre.
    .forms = lux, lx

term_iso = How sensitive the camera is set. Twice the ISO is one stop brighter, and noisier.
    .forms = ISO

term_aperture = How far the lens is open: f/2.8 lets in twice the light of f/4 and has less in focus.
    .forms = aperture

term_shutter = How long one exposure takes. Longer is brighter and blurs what moves.
    .forms = shutter

term_power = How far the lamp is turned up.
    .forms = power

term_key-angle = How far round from the lens the key comes. 0° is from the camera, 90° from the side.
    .forms = key angle

term_key-height = How high over the eyes the key comes. From about 40° up brows begin to shade the eyes.
    .forms = key height

term_face-height = Height of the eyes above the floor.
    .forms = face height

term_behind-an-edge = How far what casts the shadow is from where it falls. Nearer makes the edge crisper.
    .forms = behind an edge

term_sweep = A backdrop that curves onto the floor, so that no line shows behind the thing.
    .forms = sweep, its sweep

term_action-area = Where the subject may move while the light still has to hold.
    .forms = action area, area’s width, area’s depth

term_meter-dome = A light meter’s white dome points at the camera and counts light from all around the face.
    .forms = metered by

term_dead-load = Weight that hangs still. A knock or a gust comes on top.
    .forms = load

term_ballast = Weight low on a stand, so that a knock does not tip it.
    .forms = ballast

term_sag = How far something bends under its own weight or tension.
    .forms = sag

term_kerf = What the saw turns to dust with each cut.
    .forms = kerf

term_take-off = From the middle of a fitting to where the pipe stops in it; pipes are cut shorter by it.
    .forms = take-off

term_packed = The longest thing that you carry when all of it is taken apart.
    .forms = packed

term_strike = To take the set down.
    .forms = strike

term_set-up = To put the set up, from bag to light.
    .forms = set up, set-up time

term_moves-at = How fast the subject moves, so that blur can be judged. Nodding is 0.2 m/s, hand work 1 m/s.
    .forms = moves at

term_carrying = The longest piece that fits your car or bag.
    .forms = carrying
