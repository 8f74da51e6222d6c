screen-controls-of = {" "}of { $unit }
screen-controls-write-a-number = Write a number{ $value }.
screen-controls-try-again = Try again
screen-file-pick-from-a-file = From a file
screen-sheet-close = Close
screen-hour-write-an-hour = Write an hour: 7 pm, or 19:00.
