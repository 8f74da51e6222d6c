api-is-taken-choose-another = is taken. Choose another.
api-the-page-is-out-of-date = The page is out of date. Reload it and try again.
api-does-not-fit-this-name-check = does not fit this name. Check both; capitals count.
guard-too-many-wrong-tries = Too many wrong tries for this name, or from this place. Wait { $minutes } minutes, then try again.
