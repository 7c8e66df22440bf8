# Words that numbers need. $text is the number as it is written, $count the bare one.

value_stops = { $count ->
    [1] { $text } stop
   *[other] { $text } stops
}

value_over = over { $text }

value_no-light = no light

value_full = full

value_times-full = { $text }× full
