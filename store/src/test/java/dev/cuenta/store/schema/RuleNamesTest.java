package dev.cuenta.store.schema;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Models;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;

/** No two rules of a model's fields have one name, whatever the fields are called, and a name leads back to its field. */
class RuleNamesTest {
    private static final List<String> PARTS =
            List.of("berth", "Unique", "Exact", "Length", "Per", "Tenant", "R1", "ABerthThatIsAsLongAsThat", "A", "B");

    @RepeatedTest(20)
    void names_are_told_apart_and_lead_back(RepetitionInfo repetition) {
        Random random = new Random(repetition.getCurrentRepetition());
        AccountModel model = model(random);
        Map<String, Field> owners = new HashMap<>();
        for (Field field : model.fields().values()) {
            for (String rule : RuleNames.RULES) {
                String name = RuleNames.of(field, rule);
                assertThat(owners.put(name, field)).as(name).isNull();
                assertThat(name.length()).isLessThanOrEqualTo(63);
                String known = random.nextBoolean() ? name : RuleNames.numbered(name, random.nextInt(1000));
                assertThat(known.length()).isLessThanOrEqualTo(63);
                assertThat(RuleNames.ruleOf(field, known)).contains(rule);
                if (random.nextInt(10) == 0) {
                    assertThat(RuleNames.fieldOf(known, model)).contains(field);
                }
            }
        }
        assertThat(RuleNames.fieldOf("account_pkey", model)).isEmpty();
    }

    private static AccountModel model(Random random) {
        Set<String> profiles = names(random, 4);
        Set<String> fields = names(random, 6);
        StringBuilder source = new StringBuilder(Models.SMALL.replaceAll("(?s)roles:.*", ""));
        fields.forEach(field -> source.append("  ").append(field).append(": { type: string }\n"));
        source.append("profiles:\n");
        profiles.stream().filter(profile -> !fields.contains(profile)).forEach(profile -> {
            source.append("  ").append(profile).append(":\n    fields:\n");
            names(random, 6)
                    .forEach(field -> source.append("      ").append(field).append(": { type: string }\n"));
        });
        return Models.of(source + "roles:\n  administrator: { number: 9, may: ['*'] }\n");
    }

    private static Set<String> names(Random random, int count) {
        Set<String> names = new LinkedHashSet<>();
        while (names.size() < count) {
            StringBuilder name = new StringBuilder(random.nextBoolean() ? "a" : "berth");
            for (int i = random.nextInt(3); i > 0; i--) {
                name.append(PARTS.get(random.nextInt(PARTS.size())));
            }
            names.add(name.substring(0, 1).toLowerCase() + name.substring(1, Math.min(40, name.length())));
        }
        return names;
    }
}
