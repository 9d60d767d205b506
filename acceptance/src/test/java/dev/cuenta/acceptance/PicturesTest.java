package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Pictures of accounts, through the terminal and over HTTP. */
class PicturesTest extends OnMarea {
    private static final String TOMAS = "tomas.rey@marea.example";
    private static final String CONTENTS_OF_NO_PICTURE =
            "select count(*) from cuenta.picture_content where picture not in (select id from cuenta.picture)";

    @TempDir
    private Path folder;

    @Test
    void the_newest_is_current_and_as_many_earlier_ones_as_the_model_says_come_back() throws IOException {
        String strays = marea.sql(CONTENTS_OF_NO_PICTURE);
        for (int width = 10; width <= 80; width += 10) {
            picture(TOMAS, "--upload", png(width).toString()).succeeds();
        }
        String listed = picture(TOMAS).succeeds().text();

        assertThat(listed.lines()).hasSize(1 + 6);
        assertThat(listed).containsPattern("current +[0-9a-f-]{36} +80 x 20").doesNotContain("20 x 20");
        Matcher oldest = Pattern.compile("([0-9a-f-]{36}) +30 x 20").matcher(listed);
        assertThat(oldest.find()).isTrue();
        assertThat(picture(TOMAS, "--bring-back", oldest.group(1)).succeeds().text())
                .containsPattern("current +" + oldest.group(1));
        picture(TOMAS, "--save", folder.resolve("saved.png").toString()).succeeds();
        assertThat(ImageIO.read(folder.resolve("saved.png").toFile()).getWidth())
                .isEqualTo(30);
        assertThat(picture(TOMAS, "--remove").succeeds().text()).doesNotContain("current");
        assertThat(picture(TOMAS, "--save", "nowhere.png").errors()).contains("There is no such picture");
        // What went with an account of another test is dropped within the hour.
        assertThat(marea.sql(CONTENTS_OF_NO_PICTURE)).isEqualTo(strays);
    }

    @Test
    void what_is_no_picture_or_too_large_is_refused_and_changes_nothing() throws IOException {
        Path text = Files.writeString(folder.resolve("text.jpg"), "no picture");
        Path large = Files.write(folder.resolve("large.jpg"), new byte[3 * 1024 * 1024]);

        assertThat(picture("vera.lindt@diver.example", "--upload", text.toString())
                        .errors())
                .contains("Is not a picture that can be kept. Use JPEG, PNG or GIF.");
        assertThat(picture("vera.lindt@diver.example", "--upload", large.toString())
                        .errors())
                .contains("Is too large; at most 2097152 bytes are allowed.");
        assertThat(picture("vera.lindt@diver.example").text()).contains("No picture is kept.");
    }

    @Test
    void a_code_is_drawn_for_those_who_may_read_it_and_for_nobody_else() {
        Http.Answer shown = marea.operator().get("/v1/me/pictures/person.card").status(200);

        assertThat(shown.everything()).contains("image/svg+xml", "<svg ");
        assertThat(marea.operator()
                        .get("/v1/me")
                        .status(200)
                        .json()
                        .path("person")
                        .path("card")
                        .asString())
                .startsWith("https://marea.example/people/");
        Http stranger = stranger();
        String tomas = marea.sql("select id from accounts.account where email = '" + TOMAS + "'");
        for (String path : new String[] {"person.card", "person.portrait", "email", "nothing"}) {
            stranger.get("/v1/accounts/" + tomas + "/pictures/" + path).status(404);
        }
        marea.guest().get("/v1/accounts/" + tomas + "/pictures/person.card").status(401);
    }

    @Test
    void pictures_go_with_their_account() throws IOException {
        marea.cuenta(
                        "accounts",
                        "add",
                        "kind=contractor",
                        "email=gone@marea.example",
                        "person.givenName=Ida",
                        "person.familyName=Holm")
                .succeeds();
        picture("gone@marea.example", "--upload", png(33).toString()).succeeds();
        marea.cuenta("accounts", "remove", "gone@marea.example", "--yes").succeeds();

        assertThat(marea.sql("select count(*) from cuenta.picture where width = 33"))
                .isEqualTo("0");
    }

    private static Http stranger() {
        marea.guest()
                .post(
                        "/v1/sign-ups",
                        Map.of(
                                "email",
                                "stranger@post.example",
                                "password",
                                Installation.OPERATOR_PASSWORD,
                                "person",
                                Map.of("givenName", "Sten", "familyName", "Ray")))
                .status(201);
        return marea.as("stranger@post.example", Installation.OPERATOR_PASSWORD);
    }

    private static Output picture(String account, String... options) {
        String[] command = new String[4 + options.length];
        System.arraycopy(new String[] {"accounts", "picture", account, "person.portrait"}, 0, command, 0, 4);
        System.arraycopy(options, 0, command, 4, options.length);
        return marea.cuenta(command);
    }

    private Path png(int width) throws IOException {
        Path file = folder.resolve(width + ".png");
        ImageIO.write(new BufferedImage(width, 20, BufferedImage.TYPE_INT_RGB), "png", file.toFile());
        return file;
    }
}
