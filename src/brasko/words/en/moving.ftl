into-is-no-zip = is no zip, or is damaged. Take the household out again, and send that file.
into-is-not-of-the-format = is not a household as Brasko writes it ({ $format }).
into-unpacks-to-too-much = unpacks to more than can be read: 2 GiB, 20,000 files, or more memory than one household needs.
into-holds-a-file-that-is-too-large = holds { $name }, which is too large, or has too many rows or too large a row.
into-is-no-json = holds { $name }, which is no list of rows that can be read.
into-a-row-cannot-be-read = cannot be read at { $name }, row { $row }: { $said }. Nothing of it was kept.
moving-another-file-is-read = Another import is running. Wait for it to finish.
moving-took-too-long = took more than { $minutes } min to import. Export the household again and import that file.
