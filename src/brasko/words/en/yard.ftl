learned-nothing-counts = No cook counts: planned as such a fire usually is.
learned-of-a-fire = Gentle side { $rise } { $way } than it is set (± { $sure }); { $percent } % { $more } heat goes in than usual (± { $sure2 } %). From { $cooks } cooks.
