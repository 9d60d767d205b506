package dev.cuenta.service.sample;

import dev.cuenta.core.type.Words;
import java.text.Normalizer;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import net.datafaker.Faker;

/** Names and texts from the package Datafaker; addresses and numbers are built by the field types from reserved ranges. */
final class PackagedWords implements Words {
    private static final List<Locale> TONGUES = List.of(
            Locale.ENGLISH,
            Locale.forLanguageTag("es"),
            Locale.FRENCH,
            Locale.GERMAN,
            Locale.ITALIAN,
            Locale.forLanguageTag("nl"),
            Locale.forLanguageTag("pt"));
    private static final List<String> TOWNS = List.of("Punta Clara", "Isla Verde", "Cala Honda", "Puerto Sereno");

    private final Random random;
    private final List<Faker> fakers;
    private final LocalDate today;
    private String given = "";
    private String family = "";
    private int handles;

    PackagedWords(long seed, Instant now) {
        this.random = new Random(seed);
        this.fakers = TONGUES.stream().map(tongue -> new Faker(tongue, random)).toList();
        this.today = now.atOffset(ZoneOffset.UTC).toLocalDate();
        this.handles = random.nextInt(100, 1_000_000);
        nextPerson();
    }

    @Override
    public void nextPerson() {
        Faker faker = faker();
        given = faker.name().firstName();
        family = faker.name().lastName();
        handles++;
    }

    @Override
    public String givenName() {
        return given;
    }

    @Override
    public String familyName() {
        return family;
    }

    @Override
    public String handle() {
        return plain(given) + "." + plain(family) + handles;
    }

    @Override
    public String sentence() {
        return faker().lorem().sentence();
    }

    @Override
    public String town() {
        return TOWNS.get(random.nextInt(TOWNS.size()));
    }

    @Override
    public long between(long least, long most) {
        return random.nextLong(least, most + 1);
    }

    @Override
    public LocalDate today() {
        return today;
    }

    private Faker faker() {
        return fakers.get(random.nextInt(fakers.size()));
    }

    private static String plain(String name) {
        String letters = Normalizer.normalize(name, Normalizer.Form.NFD)
                .replaceAll("[^A-Za-z]", "")
                .toLowerCase(Locale.ROOT);
        return letters.isEmpty() ? "someone" : letters;
    }
}
