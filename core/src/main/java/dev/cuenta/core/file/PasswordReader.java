package dev.cuenta.core.file;

import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.model.PasswordRules;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;

/** Reads the section {@code password}. */
final class PasswordReader {
    /** RFC 9106 section 3.1: at least 8 KiB a lane; OWASP's lowest recommendation is 7 MiB, and a phone's memory is the most. */
    private static final long LEAST_KIB = 7 * 1024;

    /** Each of them costs a hash when a password is chosen. */
    private static final int MOST_REMEMBERED = 24;

    private static final long MOST_KIB = 1024 * 1024;

    PasswordRules read(Optional<Section> given) {
        if (given.isEmpty()) {
            return PasswordRules.DEFAULT;
        }
        Section section = given.get();
        section.take("scheme").ifPresent(PasswordReader::checkScheme);
        Optional<Section> parameters = section.take("parameters").flatMap(Element::section);
        Optional<Section> policy = section.take("policy").flatMap(Element::section);
        PasswordRules rules = new PasswordRules(
                parameters
                        .flatMap(group -> group.take("memory"))
                        .flatMap(PasswordReader::kibibytes)
                        .orElse(PasswordRules.DEFAULT.memoryKiB()),
                whole(parameters, "iterations", 1, 20, PasswordRules.DEFAULT.iterations()),
                whole(parameters, "parallelism", 1, 16, PasswordRules.DEFAULT.parallelism()),
                whole(policy, "minLength", 8, 64, PasswordRules.DEFAULT.minLength()),
                whole(policy, "maxLength", 64, 1024, PasswordRules.DEFAULT.maxLength()),
                policy.flatMap(group -> group.take("refuse"))
                        .map(PasswordReader::refusals)
                        .orElse(PasswordRules.DEFAULT.refuse()),
                whole(policy, "history", 0, MOST_REMEMBERED, PasswordRules.DEFAULT.history()),
                section.take("accept").map(PasswordReader::accepted).orElse(Set.of()));
        parameters.ifPresent(Section::refuseOthers);
        policy.ifPresent(Section::refuseOthers);
        section.refuseOthers();
        return rules;
    }

    private static void checkScheme(Element element) {
        if (element.text().filter(scheme -> !scheme.equals("argon2id")).isPresent()) {
            element.report(
                    FindingCode.WRONG_SHAPE,
                    "New hashes are made with `argon2id` alone.",
                    "Use it, and name what was made elsewhere in `accept`.");
        }
    }

    private static int whole(Optional<Section> section, String key, int least, int most, int otherwise) {
        return section.flatMap(group -> group.take(key))
                .flatMap(element -> element.whole(least, most))
                .orElse(otherwise);
    }

    private static Optional<Integer> kibibytes(Element element) {
        return Sizes.bytes(element, LEAST_KIB * 1024, MOST_KIB * 1024, "19 MiB").map(bytes -> (int) (bytes / 1024));
    }

    private static Set<HashFormat> accepted(Element element) {
        Set<HashFormat> accepted = new HashSet<>();
        for (Element item : element.items()) {
            Optional<HashFormat> format = item.text().flatMap(HashFormat::named);
            if (format.filter(HashFormat.ACCEPTABLE::contains).isPresent()) {
                accepted.add(format.get());
            } else if (item.text().isPresent()) {
                item.report(
                        FindingCode.WRONG_SHAPE,
                        format.isPresent()
                                ? "Hashes of `" + item.text().get() + "` come in always."
                                : "Hashes of `" + item.text().get() + "` cannot be verified.",
                        "Use one of: " + HashFormat.ACCEPTABLE + ".");
            }
        }
        return accepted;
    }

    private static Set<PasswordRules.Refusal> refusals(Element element) {
        Set<PasswordRules.Refusal> refusals = new HashSet<>();
        element.items().forEach(item -> item.oneOf(PasswordRules.Refusal.class).ifPresent(refusals::add));
        return refusals;
    }
}
