health-only-mb-are-free-on-this = Only { $free } MB are free on this machine's disk: soon nothing more can be kept. Free some space.
health-the-disk-is-nearly-full = The disk is nearly full
urls-the-front-end-is-not-built = The front end is not built. Run: make build
urls-not-found = Not found
urls-there-is-nothing-at-this-address = There is nothing at this address.
urls-there-is-nothing-here = There is nothing here.
urls-that-failed = That failed
urls-something-went-wrong-in-the-server = Something went wrong in the server; nothing was kept. It is in its log.
policy-plain-http-from-beyond = Not over plain HTTP
policy-plain-http-from-beyond-the-yard = This came over plain HTTP from { $address }, which is outside your network: others could read it on the way. Open it with https://. Where a proxy stands before Brasko, let it send X-Forwarded-Proto: https.
policy-a-proxy-that-is-not-known = A proxy that is not known
policy-a-proxy-that-says-nothing = The proxy does not say who asks
policy-the-proxy-does-not-say = { $name } is asked for over TLS (BRASKO_ORIGINS), but this came plainly: the proxy does not say who asked it, and over what. Let it send X-Forwarded-For and X-Forwarded-Proto.
policy-the-proxy-at-is-not-known = { $address } passes requests on (it sends X-Forwarded headers) but is not known as a proxy: who asks, and whether over TLS, cannot be believed. Start Brasko with BRASKO_PROXIES={ $address }.
health-no-worker = Nothing computes
health-so-many-workers-are-missing = Computing processes have ended and didn't come back. Restart Brasko.
