package dev.cuenta.core.expression;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoField;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * What an expression gives that can be said in SQL too. Both sides compute every operation to the same end, at every extreme: what has no
 * finite number, no day between the years 1 and 9999, or no meaning for the texts that are there, has no value, and never fails.
 */
final class Evaluation {
    private static final Pattern WHOLE = Pattern.compile("[+-]?[0-9]{1,18}(\\.[0-9]{1,40})?");
    private static final Pattern DECIMAL = Pattern.compile("[+-]?[0-9]{1,40}(\\.[0-9]{1,40})?([eE][+-]?[0-9]{1,3})?");
    private static final Pattern MOMENT =
            Pattern.compile("\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d:\\d\\d(\\.\\d{1,6})?(Z|[+-]\\d\\d:\\d\\d)");
    private static final DateTimeFormatter SECONDS = DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ss", Locale.ROOT);
    /** Every decimal number of so many digits is told from the others, and no number takes more than the most. */
    private static final int SURE_DIGITS = 15;

    private static final int MOST_DIGITS = 17;
    private static final double WHOLE_END = 0x1p63;
    private static final int FIRST_YEAR = 1;
    private static final int LAST_YEAR = 9999;

    private final Surroundings surroundings;

    Evaluation(Surroundings surroundings) {
        this.surroundings = surroundings;
    }

    /** Null where it has no value. */
    @Nullable
    Object of(Node node) {
        if (node instanceof Node.Constant constant) {
            return constant.value() instanceof Double number ? finite(number) : constant.value();
        }
        if (node instanceof Node.Variable variable) {
            return surroundings.value(variable.path());
        }
        if (node instanceof Node.Present present) {
            return surroundings.values().apply(present.path()) != null;
        }
        return call((Node.Call) node);
    }

    private @Nullable Object call(Node.Call call) {
        return switch (call.operation()) {
            case AND -> both(call, false);
            case OR -> both(call, true);
            case CHOICE -> {
                Object condition = of(call.arguments().get(0));
                yield condition == null ? null : of(call.arguments().get(condition.equals(true) ? 1 : 2));
            }
            default -> {
                List<Object> arguments = new ArrayList<>();
                for (Node each : call.arguments()) {
                    Object argument = of(each);
                    if (argument == null) {
                        yield null;
                    }
                    arguments.add(argument);
                }
                yield of(call.operation(), arguments);
            }
        };
    }

    /** One that decides does so whatever the other is, also where that has no value. */
    private @Nullable Object both(Node.Call call, boolean deciding) {
        Object one = of(call.arguments().get(0));
        if (Objects.equals(one, deciding)) {
            return deciding;
        }
        Object other = of(call.arguments().get(1));
        return Objects.equals(other, deciding) ? (Object) deciding : one == null ? null : other;
    }

    private static @Nullable Object of(Operation operation, List<Object> arguments) {
        Object one = arguments.get(0);
        Object other = arguments.get(arguments.size() - 1);
        return switch (operation) {
            case NOT -> !(Boolean) one;
            case EQUAL -> compare(one, other) == 0;
            case UNEQUAL -> compare(one, other) != 0;
            case LESS -> compare(one, other) < 0;
            case LESS_OR_EQUAL -> compare(one, other) <= 0;
            case GREATER -> compare(one, other) > 0;
            case GREATER_OR_EQUAL -> compare(one, other) >= 0;
            case PLUS, MINUS, TIMES, DIVIDED, REMAINDER -> computed(operation, one, other);
            case NEGATED ->
                one instanceof Long number ? computed(Operation.MINUS, 0L, number) : (Object) (0 - (Double) one);
            case IN -> ((List<?>) other).contains(one);
            case SIZE -> size(one);
            case CONTAINS -> ((String) one).contains((String) other);
            case STARTS_WITH -> ((String) one).startsWith((String) other);
            case ENDS_WITH -> ((String) one).endsWith((String) other);
            case TO_TEXT -> text(one);
            case TO_WHOLE -> whole(one);
            case TO_DECIMAL -> decimal(one);
            case TO_MOMENT -> moment(one);
            case LOWER -> ((String) one).toLowerCase(Locale.ROOT);
            case UPPER -> ((String) one).toUpperCase(Locale.ROOT);
            case TRIM -> ((String) one).strip();
            case PLUS_YEARS, PLUS_MONTHS, PLUS_DAYS -> later(operation, (Instant) one, (Long) other);
            case YEARS -> Functions.between(ChronoUnit.YEARS, (Instant) one, (Instant) other);
            case DAYS -> Functions.between(ChronoUnit.DAYS, (Instant) one, (Instant) other);
            case DAY_IN -> valid(() -> Functions.dayIn((Instant) one, (String) other));
            case AND, OR, CHOICE -> throw new IllegalStateException("decided before: " + operation);
        };
    }

    /** Texts by code point, as their bytes in UTF-8 compare. */
    private static int compare(Object one, Object other) {
        if (one instanceof String text) {
            return compared(text, (String) other);
        }
        if (one instanceof Number number && other instanceof Number second) {
            return one instanceof Long whole && other instanceof Long another
                    ? Long.compare(whole, another)
                    : Double.compare(number.doubleValue() + 0.0, second.doubleValue() + 0.0);
        }
        if (one instanceof List<?>) {
            return one.equals(other) ? 0 : 1;
        }
        return one instanceof Boolean truth
                ? Boolean.compare(truth, (Boolean) other)
                : micros((Instant) one).compareTo(micros((Instant) other));
    }

    private static int compared(String one, String other) {
        return one.equals(other)
                ? 0
                : Arrays.compare(one.codePoints().toArray(), other.codePoints().toArray());
    }

    private static @Nullable Object computed(Operation operation, Object one, Object other) {
        if (one instanceof String text) {
            return text + other;
        }
        return one instanceof Long number && other instanceof Long second
                ? ofWhole(operation, number, second)
                : ofDecimal(operation, ((Number) one).doubleValue(), ((Number) other).doubleValue());
    }

    private static @Nullable Object ofWhole(Operation operation, long one, long other) {
        try {
            return switch (operation) {
                case PLUS -> Math.addExact(one, other);
                case MINUS -> Math.subtractExact(one, other);
                case TIMES -> Math.multiplyExact(one, other);
                case DIVIDED -> other == 0 || (one == Long.MIN_VALUE && other == -1) ? null : (Object) (one / other);
                default -> other == 0 ? null : (Object) (one % other);
            };
        } catch (ArithmeticException tooLarge) {
            return null;
        }
    }

    private static @Nullable Object ofDecimal(Operation operation, double one, double other) {
        return switch (operation) {
            case PLUS -> finite(one + other);
            case MINUS -> finite(one - other);
            case TIMES -> finite(one * other);
            default -> other == 0 ? null : finite(one / other);
        };
    }

    /** Zero has no sign. */
    private static @Nullable Object finite(double number) {
        return Double.isFinite(number) ? (Object) (number + 0.0) : null;
    }

    private static Object size(Object value) {
        return value instanceof String text
                ? (long) text.codePointCount(0, text.length())
                : (long) ((List<?>) value).size();
    }

    private static Object text(Object value) {
        if (value instanceof Double number) {
            return shortest(number).stripTrailingZeros().toPlainString();
        }
        return value instanceof Instant moment ? text(moment) : value.toString();
    }

    /**
     * With as few digits as tell the number from its neighbours, as PostgreSQL writes it: what lies in the very middle between two numbers
     * tells neither.
     */
    static BigDecimal shortest(double number) {
        BigDecimal exact = new BigDecimal(number);
        int least = Math.abs(number) < Double.MIN_NORMAL ? 1 : SURE_DIGITS;
        for (int digits = least; digits < MOST_DIGITS; digits++) {
            BigDecimal rounded = exact.round(new MathContext(digits, RoundingMode.HALF_EVEN));
            if (rounded.doubleValue() == number
                    && !isBetween(rounded, exact, Math.nextUp(number))
                    && !isBetween(rounded, exact, Math.nextDown(number))) {
                return rounded;
            }
        }
        return exact.round(new MathContext(MOST_DIGITS, RoundingMode.HALF_EVEN));
    }

    private static boolean isBetween(BigDecimal rounded, BigDecimal exact, double neighbour) {
        return Double.isFinite(neighbour)
                && rounded.multiply(BigDecimal.valueOf(2)).compareTo(exact.add(new BigDecimal(neighbour))) == 0;
    }

    private static String text(Instant moment) {
        OffsetDateTime time = micros(moment).atOffset(ZoneOffset.UTC);
        int micro = time.get(ChronoField.MICRO_OF_SECOND);
        return SECONDS.format(time) + (micro == 0 ? "" : String.format(Locale.ROOT, ".%06d", micro)) + "Z";
    }

    private static @Nullable Object whole(Object value) {
        if (value instanceof Double number) {
            return number >= -WHOLE_END && number < WHOLE_END ? (Object) number.longValue() : null;
        }
        if (value instanceof Instant moment) {
            return moment.getEpochSecond();
        }
        if (value instanceof String text) {
            return WHOLE.matcher(text).matches() ? (Object) new BigDecimal(text).longValue() : null;
        }
        return value;
    }

    private static @Nullable Object decimal(Object value) {
        if (value instanceof String text) {
            return DECIMAL.matcher(text).matches() ? finite(Double.parseDouble(text)) : null;
        }
        return ((Number) value).doubleValue();
    }

    private static @Nullable Object moment(Object value) {
        if (value instanceof String text) {
            return MOMENT.matcher(text).matches()
                    ? valid(() -> OffsetDateTime.parse(text).toInstant())
                    : null;
        }
        return value;
    }

    private static @Nullable Object later(Operation operation, Instant moment, long amount) {
        return valid(() -> Functions.later(operation, moment, amount));
    }

    private interface Dated {
        Instant moment();
    }

    private static @Nullable Object valid(Dated dated) {
        try {
            Instant moment = dated.moment();
            int year = moment.atOffset(ZoneOffset.UTC).getYear();
            return year >= FIRST_YEAR && year <= LAST_YEAR ? moment : null;
        } catch (DateTimeException none) {
            return null;
        }
    }

    private static Instant micros(Instant moment) {
        return moment.truncatedTo(ChronoUnit.MICROS);
    }
}
