language-decimal = ,
language-locale = de-DE
