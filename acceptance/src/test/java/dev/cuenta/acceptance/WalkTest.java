package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Runs the README's walk line by line and holds what comes back against what the README says. */
class WalkTest {
    private static final Pattern BLOCK = Pattern.compile("```console\\n(.*?)```", Pattern.DOTALL);
    private static final String ANYTHING = "…";

    private record Step(String command, String expected) {}

    @Test
    void the_readme_says_what_happens() throws IOException {
        List<Step> steps = steps(Files.readString(Models.root().resolve("README.md")));
        assertThat(steps).hasSizeGreaterThan(9);
        // Of whoever took the walk before.
        Files.deleteIfExists(Path.of("/tmp/adoption.yaml"));
        try (Installation marea = Installation.marea()) {
            marea.cuenta("sample", "40", "--seed", "7480").succeeds();
            String before = "";
            for (Step step : steps) {
                if (step.command().matches("[A-Z]+=.*")) {
                    before += step.command() + "\n";
                } else {
                    boolean needed =
                            step.command().contains("$TOKEN") || step.command().contains("$KEY");
                    String said =
                            marea.shell((needed ? before : "") + step.command()).text();
                    assertThat(said).as(step.command() + "\n" + step.expected()).matches(pattern(step.expected()));
                }
            }
        }
    }

    private static List<Step> steps(String readme) {
        List<Step> steps = new ArrayList<>();
        BLOCK.matcher(readme).results().forEach(block -> {
            for (String part : block.group(1).split("(?m)^\\$ ")) {
                int end = part.indexOf('\n');
                if (end > 0) {
                    steps.add(new Step(part.substring(0, end), part.substring(end + 1)));
                }
            }
        });
        return steps;
    }

    private static Pattern pattern(String expected) {
        StringBuilder pattern = new StringBuilder();
        for (String piece : expected.strip().split(ANYTHING, -1)) {
            pattern.append(pattern.isEmpty() ? "" : "[^\\n]+?").append(Pattern.quote(piece));
        }
        return Pattern.compile(pattern + "\\s*");
    }
}
