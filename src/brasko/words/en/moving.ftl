into-is-no-zip = isn't a zip file, or is damaged. Export the household again and import that file.
into-is-not-of-the-format = isn't a household file from Brasko ({ $format }).
into-unpacks-to-too-much = unpacks to more than can be read: 2 GiB, 20,000 files, or more memory than one household needs.
into-holds-a-file-that-is-too-large = holds { $name }, which is too large, or has too many rows or too large a row.
into-is-no-json = has { $name }, which isn't a list of rows that can be read.
into-a-row-cannot-be-read = can't be read at { $name }, row { $row }: { $said }. Nothing from it was saved.
moving-another-file-is-read = Another import is running. Wait for it to finish.
moving-took-too-long = took more than { $minutes } min to import. Export the household again and import that file.
