package dev.cuenta.core.check;

import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.finding.Findings;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.revision.Change;
import dev.cuenta.core.revision.ChangeKind;
import dev.cuenta.core.revision.Diff;
import java.util.List;
import java.util.Optional;

/** What is wrong with a file only because there are a live revision and records. */
public final class StoredFindings {
    private static final int MUCH_PERCENT = 20;

    /** What publishing the file would do, and how many accounts there are. */
    public record Stored(Diff diff, long accounts) {}

    private StoredFindings() {}

    /** Adds what there is to say to the findings. */
    public static void add(Stored stored, Findings findings) {
        for (Change change : stored.diff().changes()) {
            code(change, stored.accounts())
                    .ifPresent(code -> findings.add(
                            code,
                            place(change.path(), findings),
                            change.what() + " " + change.consequence(),
                            advice(change)));
        }
    }

    private static Optional<FindingCode> code(Change change, long accounts) {
        boolean much = change.kind() == ChangeKind.RULES_CHANGED
                && change.path().startsWith("retention.")
                && change.records() * 100 > accounts * MUCH_PERCENT;
        if (change.kind() == ChangeKind.ADMINISTRATORS_LOST && !change.blocks()) {
            return Optional.of(FindingCode.ADMINISTRATORS_WITHOUT_FACTOR);
        }
        return switch (change.effect()) {
            case NARROWING -> Optional.of(FindingCode.STORED_VALUES_BREAK);
            case DECISION -> Optional.of(FindingCode.DECISION_OWED);
            case LOSS -> Optional.of(FindingCode.STORED_VALUES_GO);
            case GRANT -> change.toAllow() ? Optional.of(FindingCode.RIGHTS_GROW) : Optional.empty();
            case CONTRACT -> Optional.of(FindingCode.CONTRACT_BROKEN);
            case UNSUPPORTED -> Optional.of(FindingCode.NOT_ON_LIVE_DATA);
            case INSTANT, BACKFILL -> much ? Optional.of(FindingCode.RETENTION_TAKES_MUCH) : Optional.empty();
        };
    }

    private static String advice(Change change) {
        if (change.blocks()) {
            return "Publishing refuses it as it is; see: cuenta model diff FILE";
        }
        return change.toAllow()
                ? "If that is meant, allow it when it is published: --allow " + change.name()
                : "Look before it runs: cuenta retention preview";
    }

    /** A change is named by what it is about; in the file that stands in a section. */
    private static String place(String path, Findings findings) {
        FieldPath field = FieldPath.parse(path);
        String inProfile = "profiles." + field.profile() + ".fields." + field.name();
        return List.of(
                        path,
                        "fields." + path,
                        inProfile,
                        "profiles." + path,
                        "kinds." + path,
                        "roles." + path,
                        "services." + path)
                .stream()
                .filter(findings::knows)
                .findFirst()
                .orElse(path);
    }
}
