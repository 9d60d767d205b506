package dev.cuenta.service.load;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

class LaneTest {
    private final CountDownLatch gate = new CountDownLatch(1);
    private final ExecutorService crowd = Executors.newCachedThreadPool();

    @AfterEach
    void open() {
        gate.countDown();
        crowd.shutdown();
    }

    private void fill(Lane lane, int with) throws InterruptedException {
        CountDownLatch there = new CountDownLatch(with);
        for (int i = 0; i < with; i++) {
            crowd.execute(() -> {
                there.countDown();
                lane.pass(this::waitForTheGate);
            });
        }
        there.await();
        while (true) {
            try {
                lane.requireRoom();
                Thread.sleep(1);
            } catch (Problem full) {
                return;
            }
        }
    }

    private Boolean waitForTheGate() {
        try {
            gate.await();
            return true;
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    @Test
    void whoever_finds_a_lane_full_is_sent_away_at_once_and_another_lane_is_as_empty_as_before() throws Exception {
        Lane strangers = new Lane("strangers", 1, 2, 0, "Too many strangers.");
        Lane friends = new Lane("friends", 1, 2, 0, "Too many friends.");
        fill(strangers, 3);

        Problem full = catchThrowableOfType(Problem.class, () -> strangers.pass(() -> "served"));
        assertThat(full.kind()).isEqualTo(ProblemKind.UNAVAILABLE);
        assertThat(full.getMessage()).startsWith("Too many strangers.");
        assertThat(friends.pass(() -> "served")).isEqualTo("served");
    }

    @Test
    void what_takes_too_long_is_not_waited_for() {
        Lane lane = new Lane("pictures", 1, 2, 0, "Too many.");
        assertThat(lane.pass(this::waitForTheGate, Duration.ofMillis(20))).isEmpty();
        assertThat(lane.pass(() -> "done", Duration.ofSeconds(20)))
                .as("cut off, it made room")
                .hasValue("done");
    }

    @Test
    void what_the_work_throws_is_thrown() {
        Lane lane = new Lane("failing", 1, 2, 0, "Too many.");
        List<Problem> thrown = new ArrayList<>();
        for (int i = 0; i < 5; i++) {
            thrown.add(catchThrowableOfType(
                    Problem.class,
                    () -> lane.pass(() -> {
                        throw Problem.of(ProblemKind.CONFLICT, "No.");
                    })));
        }
        assertThat(thrown).extracting(Problem::kind).containsOnly(ProblemKind.CONFLICT);
    }
}
