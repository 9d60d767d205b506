package dev.cuenta.core.expression;

import dev.cel.common.CelFunctionDecl;
import dev.cel.common.CelOverloadDecl;
import dev.cel.common.ast.CelExpr;
import dev.cel.common.types.CelType;
import dev.cel.common.types.SimpleType;
import dev.cel.parser.CelMacro;
import dev.cel.runtime.CelFunctionBinding;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.Period;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * The functions that are ours. Each is here once, with what it is called in expressions, what it takes and gives; SQL has its
 * twin in the store.
 */
final class Functions {
    /** Beyond these a date is a slip; the bounds keep both worlds from overflowing. */
    private static final long MOST_YEARS = 5000;

    /** Names of the time zone database, and UTC; not abbreviations, which mean different things in different places. */
    private static final Pattern ZONE = Pattern.compile("UTC|[A-Za-z_]+(/[A-Za-z0-9_+-]+)+");

    /** By their small letters, for the database takes any; without what only one of the two has. */
    private static final Map<String, String> ZONES = ZoneId.getAvailableZoneIds().stream()
            .filter(name -> ZONE.matcher(name).matches() && !name.startsWith("SystemV/"))
            .collect(Collectors.toUnmodifiableMap(name -> name.toLowerCase(Locale.ROOT), name -> name));

    private static final CelType MOMENT = SimpleType.TIMESTAMP;
    private static final CelType WHOLE = SimpleType.INT;
    private static final CelType TEXT = SimpleType.STRING;

    static final List<CelFunctionDecl> DECLARATIONS = List.of(
            declared("lower", TEXT, TEXT),
            declared("upper", TEXT, TEXT),
            declared("trim", TEXT, TEXT),
            declared("plusYears", MOMENT, MOMENT, WHOLE),
            declared("plusMonths", MOMENT, MOMENT, WHOLE),
            declared("plusDays", MOMENT, MOMENT, WHOLE),
            declared("years", WHOLE, MOMENT, MOMENT),
            declared("days", WHOLE, MOMENT, MOMENT),
            declared("dayIn", MOMENT, MOMENT, TEXT));

    static final List<CelFunctionBinding> BINDINGS = List.of(
            CelFunctionBinding.from("lower", String.class, text -> text.toLowerCase(Locale.ROOT)),
            CelFunctionBinding.from("upper", String.class, text -> text.toUpperCase(Locale.ROOT)),
            CelFunctionBinding.from("trim", String.class, String::strip),
            CelFunctionBinding.from(
                    "plusYears", Instant.class, Long.class, (moment, n) -> later(Operation.PLUS_YEARS, moment, n)),
            CelFunctionBinding.from(
                    "plusMonths", Instant.class, Long.class, (moment, n) -> later(Operation.PLUS_MONTHS, moment, n)),
            CelFunctionBinding.from(
                    "plusDays", Instant.class, Long.class, (moment, n) -> later(Operation.PLUS_DAYS, moment, n)),
            CelFunctionBinding.from(
                    "years", Instant.class, Instant.class, (from, to) -> between(ChronoUnit.YEARS, from, to)),
            CelFunctionBinding.from(
                    "days", Instant.class, Instant.class, (from, to) -> between(ChronoUnit.DAYS, from, to)),
            CelFunctionBinding.from("dayIn", Instant.class, String.class, Functions::dayIn));

    static final List<CelMacro> MACROS = List.of(
            CelMacro.newGlobalMacro(
                    "present",
                    1,
                    (factory, target, arguments) ->
                            pathOf(arguments.get(0)).map(path -> factory.newIdentifier(Scope.PRESENT + path))),
            CelMacro.newGlobalMacro(
                    "orElse",
                    2,
                    (factory, target, arguments) -> pathOf(arguments.get(0))
                            .map(path -> factory.newGlobalCall(
                                    "_?_:_",
                                    factory.newIdentifier(Scope.PRESENT + path),
                                    factory.copy(arguments.get(0)),
                                    factory.copy(arguments.get(1))))),
            CelMacro.newGlobalMacro(
                    "today",
                    1,
                    (factory, target, arguments) -> Optional.of(factory.newGlobalCall(
                            "dayIn", factory.newIdentifier(Scope.NOW), factory.copy(arguments.get(0))))),
            CelMacro.newGlobalMacro(
                    "hasRole",
                    1,
                    (factory, target, arguments) -> Optional.of(factory.newGlobalCall(
                            "@in", factory.copy(arguments.get(0)), factory.newIdentifier(Scope.ROLES)))));

    private Functions() {}

    private static CelFunctionDecl declared(String name, CelType result, CelType... arguments) {
        return CelFunctionDecl.newFunctionDeclaration(name, CelOverloadDecl.newGlobalOverload(name, result, arguments));
    }

    /** {@code a} or {@code a.b}; a macro can look at the names only before they are resolved. */
    private static Optional<String> pathOf(CelExpr expression) {
        return switch (expression.getKind()) {
            case IDENT -> Optional.of(expression.ident().name());
            case SELECT ->
                pathOf(expression.select().operand())
                        .map(start -> start + "." + expression.select().field());
            default -> Optional.empty();
        };
    }

    private static int bounded(long n, int inAYear) {
        if (n > MOST_YEARS * inAYear || n < -MOST_YEARS * inAYear) {
            throw new DateTimeException("too far away");
        }
        return (int) n;
    }

    static Instant later(Operation unit, Instant moment, long amount) {
        Period period = switch (unit) {
            case PLUS_YEARS -> Period.ofYears(bounded(amount, 1));
            case PLUS_MONTHS -> Period.ofMonths(bounded(amount, 12));
            default -> Period.ofDays(bounded(amount, 366));
        };
        return moment.atOffset(ZoneOffset.UTC).plus(period).toInstant();
    }

    static long between(ChronoUnit unit, Instant from, Instant to) {
        return unit.between(from.atOffset(ZoneOffset.UTC), to.atOffset(ZoneOffset.UTC));
    }

    static Instant dayIn(Instant moment, String zone) {
        String found = ZONES.get(zone.toLowerCase(Locale.ROOT));
        if (found == null || !ZONE.matcher(zone).matches()) {
            throw new DateTimeException("no time zone's name");
        }
        return moment.atZone(ZoneId.of(found))
                .toLocalDate()
                .atStartOfDay(ZoneOffset.UTC)
                .toInstant();
    }

    static List<String> names() {
        List<String> names = new ArrayList<>(List.of("present", "orElse", "today", "hasRole"));
        DECLARATIONS.forEach(declaration -> names.add(declaration.name()));
        return names;
    }
}
