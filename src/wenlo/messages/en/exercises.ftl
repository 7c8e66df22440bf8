# Exercises on simulated sets: what is asked, what there is to choose, and why the answer is what it is.

exercise_name =
    { $kind ->
        [second-lamp] Where is the second lamp?
        [darker-wall] How much darker is the wall?
        [which-layer] Which layer was taken away?
       *[one-card] One card for a reflection
    }
exercise_question =
    { $kind ->
        [second-lamp] The ball is lit by the sheet in the drawing and by a second, bare lamp. On the plan, tap where that lamp stands.
        [darker-wall] How many stops less light falls on the wall behind than on the face? The wall is as grey as a grey card.
        [which-layer] There were a warm gel on the lamp and a sheet of two layers. One of them was taken away between the frames; nobody touched the camera.
       *[one-card] The plate shows the camera something dark. In the side view, tap where a white card must stand for the plate to show that instead.
    }
exercise_choice =
    { $choice ->
        [sheet] the whole sheet
        [layer] one of the two layers of the sheet
       *[gel] the warm gel on the lamp
    }
exercise_answer-lamp =
    It stands { $where ->
        [before] in front of
        [beside] beside
       *[behind] behind
    } the ball, { $angle } to the camera's { $right ->
        [yes] right
       *[no] left
    }. It lights the part of the ball that faces it, and its shade begins 90° round from there. You cannot see how far away it is ({ $away }), so only the direction counts.
exercise_missed-by = At its distance you were { $off } off.
exercise_answer-wall = It is { $stops }. The wall is { $times }× as far from the sheet as the face: distance alone makes that { $alone }. The rest is that the sheet is large and turned away from the wall, and that the room sends light back.
exercise_answer-layer =
    It was { $what ->
        [sheet] the whole sheet
        [layer] one of the two layers of the sheet
       *[gel] the warm gel on the lamp
    }; the ball got { $gain } brighter. { $what ->
        [sheet] The edge of the shade is hard and the shadow on the table has a rim: nothing scatters the light any more.
        [layer] The picture got brighter, but the edge of the shade and the colour stayed: one more layer costs light and softens next to nothing.
       *[gel] The picture lost its warmth and got a little brighter; the edge of the shade stayed.
    }
exercise_answer-card = The plate leans { $lean } and the camera looks down { $rise }. Light leaves a mirror as steeply as it comes, so the camera sees what is { $up } up in front of the plate. A card anywhere along that line works; nearer, it can be smaller.
