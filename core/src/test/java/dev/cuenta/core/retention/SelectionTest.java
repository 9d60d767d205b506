package dev.cuenta.core.retention;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.account.Attribute.Source;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.type.Comparison;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;

class SelectionTest {
    private static final Instant NOW = Instant.parse("2026-11-23T07:00:00Z");

    @Test
    void takes_what_is_old_enough_and_meets_the_filter_and_never_who_administers() {
        AccountModel marea = Models.marea();
        Selection selection = Selection.of(marea, marea.retention().get("abandonedSignUps"), NOW);
        var all = ((Condition.And) selection.due()).all();

        assertThat(selection.cutoff()).isEqualTo("2026-11-09T07:00:00Z");
        assertThat(all).hasSize(3);
        assertThat(selection.condition())
                .isEqualTo(new Condition.And(List.of(selection.due(), new Condition.Unheld())));
        assertThat(all.get(0)).isInstanceOfSatisfying(Condition.Compare.class, due -> {
            assertThat(due.attribute().source()).isEqualTo(Source.CREATED);
            assertThat(due.comparison()).isEqualTo(Comparison.LE);
            assertThat(due.value()).isEqualTo(selection.cutoff());
        });
        assertThat(all.get(2))
                .isInstanceOfSatisfying(
                        Condition.Not.class,
                        sparing -> assertThat(((Condition.Compare) sparing.condition()).value())
                                .isEqualTo("administrator"));
    }

    @Test
    void counts_from_a_date_by_whole_days() {
        AccountModel model = Models.of(Models.smallWith("leftOn: { type: date }")
                + "retention: { left: { where: 'leftOn pr', after: P1Y, since: leftOn, do: delete } }\n");
        Selection selection = Selection.of(model, model.retention().get("left"), NOW);

        assertThat(((Condition.And) selection.condition()).all().get(0))
                .isInstanceOfSatisfying(
                        Condition.Compare.class, due -> assertThat(due.value()).isEqualTo(LocalDate.of(2025, 11, 23)));
    }
}
