package dev.cuenta.core.expression;

import dev.cel.common.CelAbstractSyntaxTree;
import dev.cel.common.CelIssue;
import dev.cel.common.CelOptions;
import dev.cel.common.CelValidationException;
import dev.cel.common.CelValidationResult;
import dev.cel.compiler.CelCompilerBuilder;
import dev.cel.compiler.CelCompilerFactory;
import dev.cel.parser.CelStandardMacro;
import dev.cel.runtime.CelEvaluationException;
import dev.cel.runtime.CelRuntime;
import dev.cel.runtime.CelRuntimeFactory;
import dev.cel.runtime.CelUnknownSet;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.type.Column;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.ToLongFunction;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * A checked expression in the Common Expression Language. A field without a value has none in an expression either: whatever
 * needs it gives no value, as null does in SQL; {@code present} and {@code orElse} ask about it.
 */
public final class Expression {
    private static final int MOST_STEPS = 1000;
    private static final int LARGEST_PATTERN = 5000;
    private static final CelOptions OPTIONS = CelOptions.current()
            .evaluateCanonicalTypesToNativeValues(true)
            // Over lists within lists within lists: each has twenty values at most.
            .comprehensionMaxIterations(MOST_STEPS)
            .maxRegexProgramSize(LARGEST_PATTERN)
            .build();
    private static final CelRuntime RUNTIME = CelRuntimeFactory.standardCelRuntimeBuilder()
            .setOptions(OPTIONS)
            .addFunctionBindings(Functions.BINDINGS)
            .build();
    private static final Pattern UNDECLARED = Pattern.compile("undeclared reference to '([^']*)'.*", Pattern.DOTALL);
    private static final int LONGEST = 2000;

    private final String text;
    private final Sort sort;
    private final CelRuntime.Program program;
    private final @Nullable Node tree;
    private final Map<String, Scope.Variable> used;

    private Expression(String text, CelAbstractSyntaxTree ast, Scope scope, CelRuntime.Program program) {
        this.text = text;
        this.sort = Sort.of(ast.getResultType());
        this.program = program;
        Trees trees = new Trees(ast, scope.all());
        this.tree = trees.tree().orElse(null);
        this.used = trees.used();
    }

    /**
     * Reads and type-checks an expression.
     *
     * @throws ExpressionException saying what is wrong, where, and what to do
     */
    public static Expression compile(String text, Scope scope) throws ExpressionException {
        if (text.length() > LONGEST) {
            throw new ExpressionException(0, "It has more than " + LONGEST + " characters.", "Make it shorter.");
        }
        CelCompilerBuilder compiler = CelCompilerFactory.standardCelCompilerBuilder()
                .setOptions(OPTIONS)
                .setStandardMacros(CelStandardMacro.STANDARD_MACROS)
                .addMacros(Functions.MACROS)
                .addFunctionDeclarations(Functions.DECLARATIONS);
        scope.all()
                .forEach((name, variable) ->
                        compiler.addVar(name, variable.sort().type()));
        CelValidationResult result = compiler.build().compile(text);
        if (result.hasError()) {
            throw refusal(result.getErrors().get(0), scope);
        }
        try {
            CelAbstractSyntaxTree ast = result.getAst();
            return new Expression(text, ast, scope, RUNTIME.createProgram(ast));
        } catch (CelValidationException | CelEvaluationException refused) {
            throw new ExpressionException(0, String.valueOf(refused.getMessage()), "Write it more simply.");
        }
    }

    private static ExpressionException refusal(CelIssue issue, Scope scope) {
        int position = Math.max(0, issue.getSourceLocation().getColumn());
        Matcher undeclared = UNDECLARED.matcher(issue.getMessage());
        if (undeclared.matches()) {
            Set<String> known = new TreeSet<>(scope.variables().keySet());
            known.addAll(Functions.names());
            // A macro put its own mark before what somebody wrote.
            String written = undeclared.group(1).replaceFirst("^" + Scope.PRESENT, "");
            return new ExpressionException(
                    position, "There is no `" + written + "` to compute with.", Nearest.advice(written, known));
        }
        return new ExpressionException(
                position,
                Refusals.inPlainWords(issue.getMessage()),
                "Expressions read like: plusYears(startedOn, 2). The documentation lists the functions.");
    }

    public String text() {
        return text;
    }

    public Sort sort() {
        return sort;
    }

    /** Paths of the fields that the value depends on. */
    public Set<String> fields() {
        Set<String> fields = new TreeSet<>();
        used.values().forEach(variable -> fields.add(variable.path().replaceFirst("^" + Scope.PRESENT, "")));
        fields.remove(Scope.NOW);
        fields.remove(Scope.TODAY);
        fields.remove(Scope.ROLES);
        return fields;
    }

    /**
     * How many operations it takes.
     *
     * @param ofField how many the value of a field takes, by its path
     */
    public long weight(ToLongFunction<String> ofField) {
        return tree == null
                ? text.length() + fields().stream().mapToLong(ofField).sum()
                : weight(tree, ofField);
    }

    private static long weight(Node node, ToLongFunction<String> ofField) {
        if (node instanceof Node.Variable variable) {
            return ofField.applyAsLong(variable.path());
        }
        if (node instanceof Node.Present present) {
            return ofField.applyAsLong(present.path());
        }
        return node instanceof Node.Call call
                ? 1
                        + call.arguments().stream()
                                .mapToLong(each -> weight(each, ofField))
                                .sum()
                : 1;
    }

    /** Whether the value depends on which roles the account has. */
    public boolean asksForRoles() {
        return used.containsKey(Scope.ROLES);
    }

    /** The expression as a tree that can be said in SQL; empty when it uses more than that. */
    public Optional<Node> tree() {
        return Optional.ofNullable(tree);
    }

    /** The value, as the type of a field that is kept in such a column reads it; empty when there is none. */
    public Optional<Object> value(Surroundings surroundings, Column column) {
        Object value = tree == null ? evaluated(surroundings) : new Evaluation(surroundings).of(tree);
        return value == null ? Optional.empty() : Optional.of(Sort.raw(value, column));
    }

    private @Nullable Object evaluated(Surroundings surroundings) {
        Map<String, Object> variables = new LinkedHashMap<>();
        used.forEach((name, variable) -> {
            Object value = variable.path().startsWith(Scope.PRESENT)
                    ? surroundings.values().apply(variable.path().substring(Scope.PRESENT.length())) != null
                    : surroundings.value(variable.path());
            if (value != null) {
                variables.put(name, value);
            }
        });
        try {
            Object result = program.eval(variables);
            return result instanceof CelUnknownSet ? null : result;
        } catch (CelEvaluationException noValue) {
            return null;
        }
    }

    @Override
    public boolean equals(@Nullable Object other) {
        return other instanceof Expression expression && expression.text.equals(text);
    }

    @Override
    public int hashCode() {
        return Objects.hash(text);
    }

    @Override
    public String toString() {
        return text;
    }
}
