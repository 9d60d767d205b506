package dev.cuenta.core.type;

/** Several lines of text. */
final class TextType extends TextualType {
    TextType() {
        super("text");
    }

    @Override
    Outcome readText(String text) {
        return Outcome.accepted(text.replace("\r\n", "\n"));
    }

    @Override
    boolean forbidden(int codePoint) {
        return Character.isISOControl(codePoint) && codePoint != '\n' && codePoint != '\r' && codePoint != '\t';
    }

    @Override
    public boolean isOfAnyLength() {
        return true;
    }

    @Override
    public boolean isProse() {
        return true;
    }

    @Override
    public FormControl control() {
        return FormControl.TEXTAREA;
    }

    @Override
    public Object sample(String fieldName, Limits limits, Words words) {
        return cut(words.sentence(), limits);
    }
}
