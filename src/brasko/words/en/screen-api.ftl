screen-client-the-server-answered-try-again = The server answered { $status }. Try again.
screen-yard-check-tried = check tried
