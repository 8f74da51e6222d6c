table-convert-is-for-all-alike-those-who = { $name } is for all alike: those who come last have it { $after } later. { $kept_warm }
table-convert-by-another-way-than-wished-for = { $name }: another way than you chose, for there is no room for that: { $label }.
table-convert-waits-under-cover-of-that-it = { $name } waits { $wait } under cover, of { $most_wait } that it may: hands or a place were taken.
words-is-not-understood = is not understood (got { $got }). Write it as { $example }.
words-as-a-length = "1.5 in" or "38 mm"
words-as-a-mass = "1 lb" or "450 g"
words-as-a-temperature = "130 F" or "54 C"
formats-no-file-can-describe-this-grill = A file can't describe the grill “{ $name }”: only one that ships, or one like it with other sizes, burners and walls.
