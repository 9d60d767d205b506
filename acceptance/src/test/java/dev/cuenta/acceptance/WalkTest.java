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
import org.junit.jupiter.api.io.TempDir;

/** Runs the README's walk line by line and holds what comes back against what the README says. */
class WalkTest {
    private static final Pattern BLOCK = Pattern.compile("```console\\n(.*?)```", Pattern.DOTALL);
    private static final String ANYTHING = "…";

    private record Step(String command, String expected) {}

    @Test
    void the_readme_says_what_happens(@TempDir Path folder) throws IOException {
        // Somebody else may take the walk on this machine at the same time.
        String readme = Files.readString(Models.root().resolve("README.md")).replace("/tmp/", folder + "/");
        List<Step> steps = steps(readme);
        assertThat(steps).hasSizeGreaterThan(9);
        try (Installation marea = Installation.mareaProcess()) {
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
