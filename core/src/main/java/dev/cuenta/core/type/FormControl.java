package dev.cuenta.core.type;

/** What forms ask for a value with: the controls of HTML (WHATWG HTML, section 4.10) where there is one for it. */
public enum FormControl {
    TEXT,
    TEXTAREA,
    EMAIL,
    TEL,
    URL,
    NUMBER,
    CHECKBOX,
    SELECT,
    DATE,
    DATETIME_LOCAL,
    /** Several values, each in a line. */
    LIST,
    JSON,
    /** One account of all. */
    ACCOUNT,
    /** Nothing that is typed in a form. */
    PICTURE
}
