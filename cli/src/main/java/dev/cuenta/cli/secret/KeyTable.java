package dev.cuenta.cli.secret;

import dev.cuenta.cli.output.Moments;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.secret.SecretKey;
import dev.cuenta.wire.secret.SecretKeys;
import java.io.PrintWriter;
import java.util.List;

/** The keys as a person reads them. */
final class KeyTable {
    private KeyTable() {}

    static void print(SecretKeys keys, Output output) {
        PrintWriter out = output.writer();
        List<SecretKey> items = keys.items();
        if (items.isEmpty()) {
            out.println("Nothing is encrypted yet: the first key is created with the first secret value.");
            out.flush();
            return;
        }
        Table table = new Table("KEY", "SINCE", "STATE");
        for (int i = 0; i < items.size(); i++) {
            SecretKey key = items.get(i);
            String state = i == items.size() - 1
                    ? "encrypts"
                    : key.retiredAt() != null ? "no longer used" : "decrypts earlier values";
            table.row(key.id(), Moments.second(key.addedAt()), state);
        }
        output.print(table);
        long left = keys.left();
        if (left > 0) {
            out.println(left + (left == 1 ? " value is" : " values are") + " to be re-encrypted.");
        }
        out.flush();
    }
}
