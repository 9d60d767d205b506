package dev.cuenta.cli.token;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Moments;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.token.TokenKey;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "keys",
        mixinStandardHelpOptions = true,
        description = {"List the keys that sign tokens, oldest first."},
        footerHeading = "%nExample:%n",
        footer = "  cuenta tokens keys")
final class KeysCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        List<TokenKey> keys = service.client().items(Tokens.PATH + "/keys", Map.of(), TokenKey.class);
        if (output.printed(new Items<>(keys))) {
            return;
        }
        Table table = new Table("KEY", "SIGNS FROM");
        keys.forEach(key -> table.row(key.id(), Moments.second(key.signsFrom())));
        output.print(table);
    }
}
