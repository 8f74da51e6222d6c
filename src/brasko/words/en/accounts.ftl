api-is-taken-choose-another = is taken. Choose another.
api-the-page-is-out-of-date = The page is out of date. Reload it and try again.
api-does-not-fit-this-name-check = does not fit this name. Check both; capitals count.
guard-too-many-wrong-tries = Too many wrong tries for this name, or from this place. Wait { $minutes } minutes, then try again.
api-the-demo-household-has-no-password = The demo household is everybody's: its password stays. Make an account of your own.
passwords-is-not-your-password = is not your password. Capitals count.
passwords-this-code-does-not-open = This code does not open this account. Check both; a code opens it once, and a newer one takes its place.
