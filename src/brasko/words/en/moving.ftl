into-is-no-zip = is no zip, or is damaged. Take the household out again, and send that file.
into-is-not-of-the-format = is not a household as Brasko writes it ({ $format }).
into-unpacks-to-too-much = unpacks to more than is looked at: 2 GiB, or 20,000 files.
into-holds-a-file-that-is-too-large = holds { $name }, which is too large to be looked at.
into-is-no-json = holds { $name }, which is no list of rows that can be read.
into-a-row-cannot-be-read = cannot be read at { $name }, row { $row }: { $said }. Nothing of it was kept.
