language-decimal = {"."}
language-locale = en-GB
