language-decimal = {"."}
language-locale = en-US
