# Checks of the rig. Each message is the check's name; .figure is what it is, .limit what it may be, .source where the
# limit comes from. Cures and things are phrases within a sentence. Nothing here is ever called safe.

## What a check is about

about_named = { $name }
about_circuit = circuit { $number }
about_circuits = all circuits
about_battery = battery
about_set = the set
about_plugged-in = everything plugged in

## How a thing is held

check_hold-in-the-way = Place of the stand
    .figure = { $over } is right under it
    .limit = a stand beside it
    .source = where the thing hangs

check_hold-support = Support
    .figure = { $mass } kg at { $height }
    .limit = nothing on the list carries it
    .source = stated payload, three quarters of it fully drawn out

check_hold-holder = Board holder
    .figure = { $mass } kg
    .limit = { $most } kg
    .source = half of the board at the end of each half of its bar; pipe creeps to a third of its modulus

check_hold-arm = Hangs on its arm
    .figure = { $mass } kg
    .limit = { $most } kg
    .source = what the arm or shoe carries without drooping

check_hold-arm-on = What the arm is clamped to
    .figure = not told
    .limit = must carry { $mass } kg at the arm's reach
    .source = an arm is as firm as what it is clamped to

check_hold-line = Line and fixing
    .figure = { $pull } with the line at 45°
    .limit = what the fixing and the line carry
    .source = m g / sin α

check_hold-safety-line = Safety line
    .figure =
        { $has ->
            [yes] an independent one
            [no] none
           *[unknown] nobody has looked
        }
    .limit = one that carries { $bond } kg, to another fixing
    .source = { $times } times what it holds, since it must take a fall

check_hold-ladder = Reach
    .figure = { $height }
    .limit = { $reach } from the floor
    .source = what a person reaches

check_hold-adapter = Adapter
    .figure = { $upper } on { $lower }
    .limit = does not fit
    .source = type, size and gender of both

check_hold-play = Play
    .figure = { $play }
    .limit = { $most }
    .source = play of all joints together

check_hold-payload = Payload
    .figure =
        { $how ->
            [swinging] { $load } kg, swinging
            [two-lines] { $load } kg, on two of its lines
           *[still] { $load } kg
        }
    .limit = { $most } kg at { $height } ({ $support })
    .source = stated payload, three quarters of it fully drawn out

check_hold-height = Height
    .figure = { $height }
    .limit = { $most } ({ $stand })
    .source = stated height

check_hold-span = Span of the spreader
    .figure = reaches { $reach }
    .limit =
        { $walls ->
            [yes] { $span } from wall to wall
           *[no] walls on both sides
        }
    .source = a spreader is jammed between two walls

check_hold-reach =
    { $of ->
        [boom] Reach of the boom
       *[arm] Reach of the arm
    }
    .figure = { $reach }
    .limit = { $most } ({ $support })
    .source =
        { $of ->
            [boom] the stand is beside what hangs, not under it
           *[arm] from the clamp to what it holds
        }

check_hold-counterweight = Counterweight
    .figure =
        { $told ->
            [yes] { $given } kg
           *[no] not told
        }
    .limit =
        { $needs ->
            [yes] { $need } kg, give or take a tenth
           *[no] none: the boom's own weight balances it
        }
    .source = load × reach, and the boom's own weight in its middle, against counterweight × its distance

check_hold-ballast = Ballast
    .figure =
        { $told ->
            [yes] { $given } kg
           *[no] not told
        }
    .limit = at least { $need } kg
    .source =
        moments about the line between two feet; a knock of { $knock }{ $wind ->
            [yes] { " " }and the wind
           *[no] { "" }
        }, times { $factor }

check_hold-ballast-too-much = Ballast
    .figure = { $given } kg
    .limit = more than { $most } kg
    .source = moments about the line between two feet

check_hold-knock = Knock
    .figure = { $knock }
    .limit = at least { $least }; { $passing } where people pass
    .source = { $touch } is a light touch; somebody who stumbles pushes with { $least } to { $passing }

check_hold-fit = Lamp and modifier
    .figure = { $lamp }
    .limit = { $why }
    .source = sizes, weights and heat of both

check_hold-bolts = Bolts of the feet
    .figure =
        { $out ->
            [yes] { $off } stick out of the nut
           *[no] { $off } too short
        }
    .limit = from nothing to { $most }
    .source = M6 × { $bolt } through foot, upright and two washers

check_hold-balance = { $name }
    .figure = { $load } at the free corner, with a hand on it
    .limit = { $most }
    .source = moments about the line of the legs that stand, { $times } times

check_hold-clamps = Clamps
    .figure = { $share } on each of { $clamps }
    .limit = { $most }
    .source = what a padded spring clamp keeps from sliding on smooth board

check_hold-eyes = Screw eyes
    .figure = { $share } on each of the two that bear, { $count } in all
    .limit = { $most }, a third of what it holds in softwood
    .source = opens at { $opens } (its wire bends for good), pulls out at { $pulled } (EN 1995-1-1, 8.39)

check_hold-screws =
    { $of ->
        [brackets] Screws of the brackets
       *[corner] Screws of a corner
    }
    .figure = { $share } on each of the four that bear, { $count } in all
    .limit = { $most }, a third of what it holds in softwood
    .source =
        { $of ->
            [brackets] EN 1995-1-1 (8.{ $mode })
           *[corner] EN 1995-1-1 (8.6 { $mode })
        }

## What bends

check_bend-bar =
    { $how ->
        [droops] Droop of the { $name }
       *[sags] Sag of the { $name }
    }
    .figure = { $sag } over { $span }
    .limit = { $most }
    .source = small deflections of beams (Euler and Bernoulli); plastics creep to a third

check_bend-bow = Cloth bows its frame
    .figure = { $member }: { $by_hand } at the middle of { $span } smoothed by hand, { $drum_tight } drum-tight
    .limit = { $most }, which is { $stands } N/m
    .source =
        cloth pulls { $low } N/m smoothed by hand, { $high } N/m as tight as a drum; { $corners ->
            [turn] corners turn
           *[hold] corners hold their angle
        }; small deflections of beams (Euler and Bernoulli)

check_bend-wind-boards = Wind in its boards
    .figure = { $force } on { $area } m² at gusts of { $wind } m/s
    .limit = not known: no bars stand in it
    .source = ½ ρ C A v²; nobody tells what a board, a foil or a clamp holds

check_bend-wind = Wind in the frame
    .figure = { $stress } MPa in the { $member } at gusts of { $wind } m/s
    .limit = { $most } MPa, its strength over { $over }; take it down at gusts of { $down } m/s
    .source =
        { $force } on { $area } m² in all, { $lever } from { $height } over the floor; { $bars_n ->
            [1] one bar takes it
           *[other] { $bars } bars share it
        }: M / W

check_bend-swing = Wind swings it
    .figure = { $lean } aside: { $force } of wind on { $weight }
    .limit = { $most }
    .source = tan of the angle = wind over weight

check_bend-sheet = Sag of the flat part
    .figure = { $sag } over { $flat }
    .limit = { $most }
    .source =
        a plate that lies on all its edges{ $skin ->
            [yes] , as a skin too (Levy 1942)
           *[no] { " " }(Timoshenko)
        }; acrylic creeps to a third of its modulus

check_bend-radius =
    { $where ->
        [front] Bend of the front
       *[sheet] Bend of the sheet
    }
    .figure = { $radius }
    .limit = at least { $least }
    .source = { $times } thicknesses, cold

check_bend-stress =
    { $where ->
        [front] Stress in the front's bend
       *[sheet] Stress in the bend
    }
    .figure = { $stress } MPa
    .limit = { $most } MPa for good
    .source = E t / 2 R

## What gets warm

check_heat-watts = Heat of the lamp
    .figure = its watts are not told
    .limit = what its label says
    .source = the maker's label

check_heat-beam = Lamp near the { $name }
    .figure =
        { $unsure ->
            [yes] { $reached } at { $away }; may be { $hottest }
           *[no] { $reached } at { $away }
        }
    .limit =
        { $at_any ->
            [yes] { $most }; too warm round it at any distance
           *[no] { $most }; nearest { $nearest }
        }
    .source = { $taken } of what it gets is swallowed; { $around } round it

check_heat-housing = Temperature of the { $name }
    .figure =
        { $unsure ->
            [yes] { $reached }; may be { $hottest }
           *[no] { $reached }
        }
    .limit = { $most }, { $margin } K under its limit
    .source = { $inside } W stay inside, { $walls } W/K go through its walls; give or take 30 %

check_heat-minutes = Minutes on at a time
    .figure = { $minutes } min
    .limit = { $most } min, then as long off
    .source = heat stored in walls and air

check_heat-vents = Vents of the lamp
    .figure = covered { $covered } back from the rim
    .limit = { $most }: vents begin { $vents } behind it
    .source = air goes in and out there; covered, the lamp turns itself down, or burns

check_heat-part = Temperature of the { $name }
    .figure =
        { $reached }, { $where ->
            [light] in the light, { $near ->
                [yes] less than 1 cm
               *[no] { $away }
            } from the lamp
            [behind] behind what the lamp warms
            [over] { $near ->
                [yes] less than 1 cm
               *[no] { $away }
            } over the lamp
            [at-the-lamp] { $near ->
                [yes] less than 1 cm
               *[no] { $away }
            } from the lamp's body
            [inside] in the warm air inside
           *[room] as warm as the room
        }{ $unsure ->
            [yes] ; may be { $hottest }
           *[no] { "" }
        }
    .limit = { $most }, { $margin } K under its limit
    .source = { $around } round it; give or take 30 %

check_heat-rest = { $name }: the warmest of what is near the lamp
    .figure =
        { $reached }, { $where ->
            [light] in the light, { $near ->
                [yes] less than 1 cm
               *[no] { $away }
            } from the lamp
            [behind] behind what the lamp warms
            [over] { $near ->
                [yes] less than 1 cm
               *[no] { $away }
            } over the lamp
            [at-the-lamp] { $near ->
                [yes] less than 1 cm
               *[no] { $away }
            } from the lamp's body
            [inside] in the warm air inside
           *[room] as warm as the room
        }{ $unsure ->
            [yes] ; may be { $hottest }
           *[no] { "" }
        }
    .limit = { $most }, { $margin } K under its limit
    .source =
        { $around } round it; give or take 30 %{ $others_n ->
            [0] { "" }
            [1] ; one more is farther from its limit
           *[other] ; { $others } more are farther from their limits
        }

check_heat-near = Temperature of the { $name }
    .figure = not known; { $hottest } at the hottest place
    .limit = usually { $usually }
    .source = the plan does not say where it is fixed

check_lens-sun = The lens in the sun
    .figure = { $suns } suns in its focus
    .limit = a few suns char card and cloth
    .source = (diameter / image of the sun)²

check_lens-lamp = The lamp in the lens
    .figure =
        { $focus ->
            [yes] { $strength } W/m², { $away } before the lens
           *[no] { $strength } W/m²
        }
    .limit = { $most } W/m², as two suns
    .source = a lens keeps radiance: E = π L sin² u

## What is plugged in

check_mains-watts = Load
    .figure = its watts are not told
    .limit = what its label says
    .source = the maker's label

check_mains-battery = Run time
    .figure = { $runs } min at { $watts } W
    .limit = { $wanted } min
    .source = { $share } of its charge comes out

check_mains-inverter = Inverter
    .figure = { $peak } VA at the peak
    .limit = what its label says for hours, and for a moment
    .source = what comes out of an inverter is mains, and hurts as mains does

check_mains-load = Load
    .figure = { $amperes } A ({ $loads })
    .limit = { $most } A, { $share } of the breaker
    .source =
        { $factors_n ->
            [1] W / ({ $volts } V × { $factor })
           *[other] W / ({ $volts } V × { $least_factor }–{ $factor })
        }

check_mains-peak = Flash heads charging together
    .figure = { $amperes } A
    .limit = { $breaker } A
    .source = recharge current of every head at its peak, with modelling lamps on

check_mains-inrush = Switched on together
    .figure =
        { $starts_n ->
            [1] one electronic supply
           *[other] { $starts } electronic supplies
        }
    .limit = { $together } at once
    .source = about { $inrush } A each for a moment; a breaker may trip at { $trips } times its current

check_mains-drop = Voltage left at the lamps
    .figure = { $drop } V lost over { $cable } m
    .limit = { $most } V
    .source = 2 L I / κ A with { $section } mm² of warm copper

check_mains-cable = Cable
    .figure =
        { $coiled ->
            [yes] { $amperes } A, coiled
           *[no] { $amperes } A, drawn out
        }
    .limit = { $most } A for { $section } mm²
    .source = flexible cords (IEC 60799); a coiled reel cannot lose its heat

check_mains-residual = Residual-current protection
    .figure =
        { $has ->
            [yes] 30 mA, tested
            [no] none
           *[unknown] nobody has looked
        }
    .limit = 30 mA at the socket
    .source = fixed wiring is for licensed people; local codes come first

check_water-distance = Distance to the { $water }
    .figure =
        { $over ->
            [yes] over it
           *[no] { $away }
        }
    .limit = at least { $least }, never over it
    .source = an arm's reach; an inverter's socket is mains; local codes may ask for more

check_water-fall = Falling into the { $water }
    .figure = { $away } away
    .limit = farther than it is high, { $high }
    .source = a stand that falls reaches as far as it is high

check_water-rain = Rain and wet ground
    .figure =
        { $ground ->
            [dry] dry
            [wet] wet ground
            [rain] rain
           *[unknown] not told
        }
    .limit = dry, and dry for as long as it is on
    .source = lamps and plugs for indoors let water in; wet ground carries current to whoever touches them

## Cures

cure_hang-it = hang it from a boom, an arm or the ceiling
cure_lower-or-lighter = lower it, make it lighter, or put a stronger support on the Shelf
cure_clamp-on-either-side = a clamp on either side, or a lighter board
cure_lighter-front = a lighter front, or a stand under it
cure_clamp-the-arm = clamp it to a bench, a beam or a ballasted stand, and pull at it
cure_licensed-fixing = ask a licensed person to look at fixings in structure
cure_second-line = give it a second line of its own to another fixing, look at every one, and say so
cure_step-ladder = a step ladder on level ground, two people, nobody under it
cure_adapter = { $adapter }
cure_fewer-joints = fewer joints, or a second clamp
cure_stronger-support = a support that carries { $load } kg, or a lighter or smaller canvas
cure_taller-stand = a stand that reaches { $height }, or hang it from the ceiling
cure_no-walls = a boom, or a frame of its own: outdoors there are no walls
cure_wider-spreader = a spreader that reaches { $span }, or eyes in the ceiling
cure_longer-arm = a longer arm, or a boom
cure_longer-boom = a longer boom, or a smaller canvas
cure_counterweight = { $need } kg at { $back } behind the stand
cure_wider-foot = a wider foot: no ballast that can be carried keeps it up on this one
cure_ballast = { $need } kg on the foot, low and against the lean
cure_count-with-knock = count with { $knock }
cure_lighter-canvas = a lighter canvas ({ $what }, { $saved } kg less), or a stronger boom
cure_smaller-canvas = a smaller canvas, { $size }, { $mass } kg; or a stronger boom
cure_another-lamp = another lamp, or another modifier
cure_other-bolt = a bolt of another length, or a cap over its end
cure_balance = { $words }
cure_more-clamps = more clamps, or a ledge under the board
cure_more-fasteners = thicker ones or more of them, into sound wood across the grain
cure_thicker-section = a thicker section, the batten on edge, or a support in the middle
cure_stretch-less = stretch it with no more than { $stands } N/m, or use a stiffer section or a middle rail
cure_take-down = take it down before gusts come up, or let somebody hold it
cure_take-down-at = take it down before gusts reach { $down } m/s ({ $hourly } km/h), tie its top to two pegs, or use a stiffer section
cure_lines-aside = lines from its corners to the side, or take it down before the wind comes up
cure_thicker-sheet = a thicker sheet, or a batten under its middle
cure_wider-bend = a thinner sheet or a wider bend
cure_wider-bend-springs = a thinner sheet or a wider bend; it springs back when a clamp slips
cure_arms-length = read the label and put it on the Shelf; until then keep everything an arm's length from it
cure_farther-off = at least { $nearest } away, or turn the lamp down
cure_air-or-dim = air for the housing, or turn the lamp down
cure_open-it = openings of { $openings } cm² low and as much high, light-trapped, or a fan of { $fan } m³/h; or turn the lamp down
cure_minutes = keep it on for { $minutes } min at a stretch, then off as long; or { $else }
cure_cut-back = cut it back until the vents are free
cure_cap-the-lens = cap it whenever it is carried or left; never point it at the sun or look into it
cure_keep-hands-away = keep hands, cloth and varnish away from there, or turn the lamp down
cure_hold-thermometer = hold a thermometer to it after half an hour, or turn the lamp down until it is clear
cure_heat-light = farther from the lamp, or turn the lamp down
cure_heat-behind = air between it and what the lamp warms, or turn the lamp down
cure_heat-over = more room over the lamp, an opening there, or turn the lamp down
cure_heat-at-the-lamp = a gap of a finger's width round the lamp, or turn the lamp down
cure_heat-inside = openings low and high, or turn the lamp down
cure_heat-room = a cooler room
cure_off-the-hottest = keep it off the hottest wall, hold a thermometer to it after an hour
cure_read-the-label = read the label and put it on the Shelf
cure_larger-battery = a larger battery, fewer lamps, or lamps turned down
cure_read-inverter = read its label; a pure sine wave for flash heads and dimmers; air round it, dry, on firm ground
cure_second-circuit = a second circuit, or fewer lamps
cure_slower-recharging = a second circuit, slower recharging, or modelling lamps off
cure_one-after-the-other = switch them on one after the other, not by one plug
cure_shorter-cable = a shorter or a thicker cable
cure_draw-reel-out = draw the reel out whole
cure_thicker-cable = a thicker cable, or fewer lamps on it
cure_test-residual = press the test button of the one at the socket, or plug in a portable one, and say so
cure_bounce-from-afar = leave the lamp { $away } away and bounce its light off a card or the wall, or use a lamp that runs on its own battery
cure_tie-to-dry-side = move it away, hang it, tie its top off to the dry side, or use a lamp that runs on its own battery
cure_no-mains-outdoors = lamps that run on their own batteries; or fittings made for rain, off the ground, looked after by a licensed person

## The checklist, setting up and striking

task_check = { $about } – { $check }: { $cure }.
task_ballast = { $name }: { $ballast } kg on the foot.
task_safety-line = { $name }: its own safety line, to another fixing, no more than a hand slack.
task_knobs = Knobs and clamps are tight; nothing turns when it is pushed.
task_vents = Vents of lamps are free; no cloth hangs over them.
task_cables-lie = Cables lie along walls, taped where somebody walks; nothing is in the wet.
task_under = Nobody stands under what hangs; everybody knows where the switch is.
task_glare = From the sitter's eyes no bare lamp is seen.
task_tape = Tape the subject's mark and both reference points; tape every floor mark from the sheet.
task_wet = Look at the wet place: keep everything that is plugged in on its other side, and the floor dry.
task_stands = Put every stand on its mark, legs spread flat, one leg under the load; ballast before load.
task_overhead = Overhead first, with nobody under it: { $name }; its own safety line before it goes up.
task_put-up = Put up: { $name }.
task_first-flash = Before the first flash tell everybody: flashing light can set off a fit in some people, and it dazzles.
task_push = Push each stand lightly at shoulder height: nothing walks, nothing tips.
task_feel = After ten minutes feel cloth, foam and plugs with the back of the hand.
task_cables = Lay cables flat along the walls, taped where somebody walks; draw reels out whole; plug in through the residual-current device.
task_inverter = An inverter gives mains voltage: dry, off the ground, air round it, no wet hands; its battery's poles covered, no ring or watch near them.
task_generator = A generator stands outside, downwind and far from doors and windows, since its fumes kill; dry, level, earthed as its maker says, a residual-current device at it, and cold before it is filled. A licensed person connects it to anything fixed.
task_switch-on = Switch lamps on one after the other, at their lowest setting.
task_cool = Lamps off, and ten minutes to cool.
task_unplug = Unplug at the wall first, then at the lamps; coil cables over and under.
task_lower = Lower what hangs overhead, with nobody under it; its safety line comes off last.
task_unload = Take loads off before ballast.
task_count = Fold stands, count clamps, lift the tape.
task_note = Note what sagged, got hot or slid: it belongs to the design.
