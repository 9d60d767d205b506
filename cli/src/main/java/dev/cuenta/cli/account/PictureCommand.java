package dev.cuenta.cli.account;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.Answer;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.picture.Picture;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@Command(
        name = "picture",
        mixinStandardHelpOptions = true,
        description = "List the pictures of an account's field; upload one, save it, bring an earlier one back.",
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta accounts picture tomas@marea.example person.portrait --upload tomas.jpg",
            "  cuenta accounts picture tomas@marea.example person.card --save card.svg"
        })
final class PictureCommand implements Runnable {
    @Mixin
    private Service service;

    @Parameters(index = "0", paramLabel = "ACCOUNT", description = "Its id, or what it signs in with.")
    private String account;

    @Parameters(index = "1", paramLabel = "FIELD", description = "A field of the type image or qr.")
    private String field;

    @ArgGroup
    private @Nullable What what;

    @Mixin
    private Output output;

    /** One thing at a time. */
    private static final class What {
        @Option(
                names = "--upload",
                paramLabel = "FILE",
                description = "Make this JPEG, PNG or GIF the current picture.")
        private @Nullable Path upload;

        @Option(names = "--save", paramLabel = "FILE", description = "Save the current picture.")
        private @Nullable Path save;

        @Option(names = "--bring-back", paramLabel = "ID", description = "Make an earlier picture the current one.")
        private @Nullable String bringBack;

        @Option(names = "--remove", description = "Leave the account without a current picture.")
        private boolean remove;
    }

    @Override
    public void run() {
        CuentaClient client = service.client();
        String path = Accounts.path(client, account) + "/pictures/" + field;
        if (what != null && what.save != null) {
            save(client.download(path + "?size=2048"), what.save, output.writer());
            return;
        }
        List<Picture> pictures = pictures(client, path);
        if (!output.printed(new Items<>(pictures))) {
            print(pictures);
        }
    }

    /** Those that are kept, after what was asked for. */
    private List<Picture> pictures(CuentaClient client, String path) {
        return CuentaClient.items(answer(client, path), Picture.class);
    }

    private Answer answer(CuentaClient client, String path) {
        if (what == null) {
            return client.get(path + "/kept", Map.of());
        }
        if (what.upload != null) {
            return client.put(path, read(what.upload));
        }
        return what.remove
                ? client.delete(path)
                : client.put(path + "/current", Map.of("picture", String.valueOf(what.bringBack)));
    }

    private void print(List<Picture> pictures) {
        Table table = new Table("", "PICTURE", "SIZE", "BYTES", "CREATED");
        pictures.forEach(picture -> table.row(
                picture.current() ? "current" : "",
                picture.id(),
                picture.width() + " x " + picture.height(),
                picture.bytes(),
                picture.created()));
        output.print(table, "No picture is kept.");
    }

    private static byte[] read(Path file) {
        try {
            return Files.readAllBytes(file);
        } catch (IOException unreadable) {
            throw new UncheckedIOException("`" + file + "` cannot be read", unreadable);
        }
    }

    private static void save(byte[] content, Path file, PrintWriter out) {
        try {
            Files.write(file, content);
        } catch (IOException unwritable) {
            throw new UncheckedIOException("`" + file + "` cannot be written", unwritable);
        }
        out.println("Saved " + content.length + " bytes to " + file + ".");
        out.flush();
    }
}
