package dev.cuenta.core.account;

/** An account's id as JSON and addresses spell it, whatever the model's id scheme. */
public record AccountId(String text) {
    @Override
    public String toString() {
        return text;
    }
}
