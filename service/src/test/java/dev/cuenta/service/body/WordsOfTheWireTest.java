package dev.cuenta.service.body;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.finding.Severity;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.model.Sensitivity;
import dev.cuenta.core.revision.Effect;
import dev.cuenta.core.type.FormControl;
import dev.cuenta.service.password.Strength;
import dev.cuenta.store.live.Control;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** A word that the wire does not know would end in a defect where it is first said. */
class WordsOfTheWireTest {
    @Test
    void the_wire_has_the_words_that_the_house_has() {
        Map.<Class<? extends Enum<?>>, Class<? extends Enum<?>>>of(
                        Severity.class, dev.cuenta.wire.model.Severity.class,
                        Effect.class, dev.cuenta.wire.model.Effect.class,
                        FormControl.class, dev.cuenta.wire.model.FormControl.class,
                        Sensitivity.class, dev.cuenta.wire.model.Sensitivity.class,
                        Control.class, dev.cuenta.wire.publish.Control.class,
                        RetentionRule.Action.class, dev.cuenta.wire.retention.RetentionAction.class,
                        Strength.class, dev.cuenta.wire.password.Strength.class)
                .forEach(
                        (own, wire) -> assertThat(names(wire)).as(own.getName()).isEqualTo(names(own)));
    }

    private static List<String> names(Class<? extends Enum<?>> words) {
        return Arrays.stream(words.getEnumConstants()).map(Enum::name).toList();
    }
}
