health-only-mb-are-free-on-this = Only { $free } MB are free on this machine's disk: soon nothing more can be kept. Free some space.
health-the-disk-is-nearly-full = The disk is nearly full
urls-the-front-end-is-not-built = The front end is not built. Run: make build
urls-not-found = Not found
urls-there-is-nothing-at-this-address = There is nothing at this address.
urls-there-is-nothing-here = There is nothing here.
urls-that-failed = That failed
urls-something-went-wrong-in-the-server = Something went wrong in the server; nothing was kept. It is in its log.
