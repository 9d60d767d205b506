package dev.cuenta.store.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountQuery;
import dev.cuenta.core.account.Attribute;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.type.Column;
import dev.cuenta.core.type.Comparison;
import dev.cuenta.store.revision.IdType;
import dev.cuenta.store.revision.Shape;
import dev.cuenta.store.revision.Work;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** The sub-select that chooses a page's ids; limited before anything else is joined, so that page 10,000 costs what page 1 does. */
final class PageSql {
    private final ConditionSql conditions;
    private final List<String> where = new ArrayList<>();
    private final String id;
    private final IdType idType;
    private final @Nullable String tenant;
    private final boolean membersById;
    private String members = "";
    private String order;
    private String limit = "";

    private PageSql(Work work) {
        Shape shape = work.revision().shape();
        this.conditions = new ConditionSql(shape, work.scope());
        this.id = "a." + shape.idColumn();
        this.idType = shape.idType();
        this.order = id;
        this.tenant = work.scope()
                .tenant()
                .map(it -> conditions.parameter(it.value()))
                .orElse(null);
        this.membersById = shape.idColumn().equals(Shape.KEY);
    }

    static PageSql one(Work work, AccountId id) {
        PageSql page = new PageSql(work);
        page.where.add(page.conditions.isAccount(id.text()));
        return page;
    }

    static PageSql of(Work work, Collection<AccountId> ids) {
        PageSql page = new PageSql(work);
        page.where.add("("
                + ids.stream().map(id -> page.conditions.isAccount(id.text())).collect(Collectors.joining(" or "))
                + ")");
        return page;
    }

    static PageSql all(Work work, @Nullable Condition condition) {
        PageSql page = new PageSql(work);
        if (condition != null) {
            page.where.add(page.conditions.compile(condition));
        }
        return page;
    }

    static PageSql of(Work work, AccountQuery query) {
        PageSql page = all(work, query.condition());
        page.sortBy(query);
        page.limit = " limit " + (query.limit() + 1);
        return page;
    }

    static PageSql first(Work work, Condition condition, Attribute sort, int limit) {
        return of(work, new AccountQuery(condition, sort, false, limit - 1, null));
    }

    private void sortBy(AccountQuery query) {
        String sort = sortExpression(query.sort());
        String direction = query.descending() ? " desc" : "";
        // Accounts without a value come last, whichever way the list is sorted.
        order = query.sort().source() == Attribute.Source.ID
                ? id + direction
                : "(" + sort + " is null), " + sort + direction + ", " + id + direction;
        if (query.after() != null) {
            where.add(after(query, query.after(), sort));
        }
    }

    private String sortExpression(Attribute attribute) {
        String expression = conditions.expression(attribute);
        boolean text = attribute.source() == Attribute.Source.FIELD
                && attribute.type().column(attribute.limits()).kind() == Column.Kind.TEXT
                && attribute.comparisons().contains(Comparison.CO);
        return text ? expression + " collate \"und-x-icu\"" : expression;
    }

    private String after(AccountQuery query, AccountQuery.Position position, String sort) {
        String sign = query.descending() ? " < " : " > ";
        String last = conditions.parameter(idType.read(position.id().text()).orElseThrow());
        if (query.sort().source() == Attribute.Source.ID) {
            // Said of memberships too: so PostgreSQL begins to read those where the page begins, and not with the
            // first.
            members = membersById ? " and m.account_id" + sign + last : "";
            return id + sign + last;
        }
        Object value = position.value();
        return value == null
                ? "(" + sort + " is null and " + id + sign + last + ")"
                : "((" + sort + ", " + id + ")" + sign + "(" + conditions.parameter(value) + ", " + last + ") or "
                        + sort + " is null)";
    }

    /** The statement {@code select a.id ...} with its {@link #parameters}. */
    String ids() {
        return "select a.id " + fromWhere() + " order by " + order + limit;
    }

    String fromWhere() {
        List<String> all = new ArrayList<>(where);
        if (tenant != null) {
            all.add("exists (select 1 from cuenta.membership m where m.account_id = a.id and m.tenant_id = " + tenant
                    + members + ")");
        }
        String filter = all.isEmpty() ? "" : " where " + String.join(" and ", all);
        return "from accounts.account a" + conditions.joins() + filter;
    }

    String order() {
        return order;
    }

    Map<String, Object> parameters() {
        return conditions.parameters();
    }
}
