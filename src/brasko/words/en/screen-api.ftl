screen-client-the-server-answered-try-again = The server answered { $status }. Try again.
