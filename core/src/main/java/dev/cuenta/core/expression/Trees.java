package dev.cuenta.core.expression;

import dev.cel.common.CelAbstractSyntaxTree;
import dev.cel.common.ast.CelConstant;
import dev.cel.common.ast.CelExpr;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Turns a checked syntax tree into ours, and notes which variables it uses. */
final class Trees {
    private final CelAbstractSyntaxTree ast;
    private final Map<String, Scope.Variable> variables;
    private final Map<String, Scope.Variable> used = new LinkedHashMap<>();
    private final Optional<Node> tree;

    Trees(CelAbstractSyntaxTree ast, Map<String, Scope.Variable> variables) {
        this.ast = ast;
        this.variables = variables;
        this.tree = node(ast.getExpr());
    }

    Optional<Node> tree() {
        return tree;
    }

    /** By the name that the expression uses. */
    Map<String, Scope.Variable> used() {
        return used;
    }

    private Optional<Node> node(CelExpr expression) {
        return switch (expression.getKind()) {
            case CONSTANT -> constant(expression.constant());
            case IDENT -> variable(expression.ident().name());
            case CALL -> call(expression);
            case LIST, MAP, STRUCT, SELECT, COMPREHENSION, NOT_SET -> {
                visit(expression);
                yield Optional.empty();
            }
        };
    }

    private static Optional<Node> constant(CelConstant constant) {
        return switch (constant.getKind()) {
            case STRING_VALUE -> Optional.of(new Node.Constant(Sort.TEXT, constant.stringValue()));
            case INT64_VALUE -> Optional.of(new Node.Constant(Sort.WHOLE, constant.int64Value()));
            case DOUBLE_VALUE -> Optional.of(new Node.Constant(Sort.DECIMAL, constant.doubleValue()));
            case BOOLEAN_VALUE -> Optional.of(new Node.Constant(Sort.TRUTH, constant.booleanValue()));
            default -> Optional.empty();
        };
    }

    private Optional<Node> variable(String name) {
        Scope.Variable variable = variables.get(name);
        if (variable == null) {
            return Optional.empty();
        }
        used.put(name, variable);
        if (variable.path().startsWith(Scope.PRESENT)) {
            return Optional.of(new Node.Present(variable.path().substring(Scope.PRESENT.length())));
        }
        return variable.sort() == Sort.OTHER
                ? Optional.empty()
                : Optional.of(new Node.Variable(variable.sort(), variable.path()));
    }

    private Optional<Node> call(CelExpr expression) {
        List<CelExpr> arguments = new ArrayList<>();
        expression.call().target().ifPresent(arguments::add);
        arguments.addAll(expression.call().args());
        List<Node> nodes = new ArrayList<>();
        arguments.forEach(argument -> node(argument).ifPresent(nodes::add));
        if (nodes.size() < arguments.size()) {
            return Optional.empty();
        }
        Sort sort = ast.getType(expression.id()).map(Sort::of).orElse(Sort.OTHER);
        return Operation.of(
                        expression.call().function(),
                        sort,
                        nodes.stream().map(Node::sort).toList())
                .map(operation -> new Node.Call(sort, operation, nodes));
    }

    /** For the variables that are used in it. */
    private void visit(CelExpr expression) {
        switch (expression.getKind()) {
            case SELECT -> node(expression.select().operand());
            case LIST -> expression.list().elements().forEach(this::node);
            case COMPREHENSION -> {
                node(expression.comprehension().iterRange());
                node(expression.comprehension().loopCondition());
                node(expression.comprehension().loopStep());
                node(expression.comprehension().result());
            }
            default -> {}
        }
    }
}
