door-mb = { $most } MB
door-kb = { $most } kB
door-this-is-too-large-is-the = This is too large: { $size } is the most that is taken here. Nothing was kept.
door-too-large = Too large
