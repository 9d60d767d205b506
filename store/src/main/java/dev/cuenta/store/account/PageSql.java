package dev.cuenta.store.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountQuery;
import dev.cuenta.core.account.AccountQuery.Position;
import dev.cuenta.core.account.Attribute;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.schema.IdType;
import dev.cuenta.store.schema.Shape;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * The sub-select that chooses a page's ids; limited before anything else is joined, so that page 10,000 costs what page 1 does.
 *
 * <p>Accounts without a value of what a list is sorted by come last, whichever way it is sorted. They are a {@link #ranges range} of their
 * own: each of the two is in an order that an index has, both together are not.
 */
final class PageSql {
    private final AccountConditionSql conditions;
    private final List<String> where = new ArrayList<>();
    /** By which accounts are sorted in the end; of the table that has the index. */
    private String id;

    private final IdType idType;
    private final @Nullable String tenant;
    private final boolean membersById;
    private String members = "";
    private String order;
    private String limit = "";

    private PageSql(Work work) {
        Shape shape = work.revision().shape();
        this.conditions = new AccountConditionSql(shape, work.scope());
        this.id = "a." + shape.idColumn();
        this.idType = shape.idType();
        this.order = id;
        this.tenant = work.scope()
                .tenant()
                .map(it -> conditions.parameter(it.value()))
                .orElse(null);
        this.membersById = shape.idColumn().equals(Shape.KEY);
    }

    static PageSql of(Work work, Collection<AccountId> ids) {
        PageSql page = new PageSql(work);
        page.where.add("("
                + ids.stream().map(id -> page.conditions.isAccount(id.text())).collect(Collectors.joining(" or "))
                + ")");
        return page;
    }

    /** Those of the accounts that meet the condition; of any number. */
    static PageSql among(Work work, Collection<AccountId> ids, @Nullable Condition condition) {
        PageSql page = all(work, condition);
        String[] texts = ids.stream().map(AccountId::text).toArray(String[]::new);
        page.where.add(
                page.id + " = any(cast(" + page.conditions.parameter(texts) + " as " + page.idType.sql() + "[]))");
        return page;
    }

    static PageSql all(Work work, @Nullable Condition condition) {
        PageSql page = new PageSql(work);
        if (condition != null) {
            page.where.add(page.conditions.compile(condition));
        }
        return page;
    }

    /** The ranges that the page may take accounts of, one after the other. */
    static List<PageSql> ranges(Work work, AccountQuery query) {
        return switch (query.sort().source()) {
            case ID -> List.of(byId(work, query, query.after()));
            case KIND -> ofKinds(work, query);
            case CREATED, LAST_MODIFIED -> List.of(valued(work, query, false));
            case ANONYMISED, CONFIRMED, FIELD, ROLE ->
                everybodyHas(query.sort(), work.revision().model())
                        ? List.of(valued(work, query, true))
                        : valuedThenMissing(work, query);
        };
    }

    private static boolean everybodyHas(Attribute attribute, AccountModel model) {
        Field field = attribute.source() == Attribute.Source.FIELD ? attribute.field() : null;
        if (field == null || !field.required()) {
            return false;
        }
        String profile = field.path().profile();
        return profile == null
                || model.kinds().values().stream()
                        .allMatch(kind -> kind.profiles().contains(profile));
    }

    private static List<PageSql> valuedThenMissing(Work work, AccountQuery query) {
        Position after = query.after();
        boolean inMissing = after != null && after.value() == null;
        PageSql missing = byId(work, query, inMissing ? after : null);
        missing.where.add("(" + missing.conditions.expression(query.sort()) + " is null)");
        return inMissing ? List.of(missing) : List.of(valued(work, query, true), missing);
    }

    /** PostgreSQL knows of each kind how many accounts it has, but not how many come after one of them. */
    private static List<PageSql> ofKinds(Work work, AccountQuery query) {
        Position after = query.after();
        Comparator<String> order = query.descending() ? Comparator.reverseOrder() : Comparator.naturalOrder();
        return work.revision().model().kinds().keySet().stream()
                .sorted(order)
                .filter(kind -> after == null || order.compare(kind, (String) after.value()) >= 0)
                .map(kind -> {
                    boolean begun = after != null && kind.equals(after.value());
                    PageSql page = byId(work, query, begun ? after : null);
                    page.where.add("(a.kind = " + page.conditions.parameter(kind) + ")");
                    return page;
                })
                .toList();
    }

    private static PageSql byId(Work work, AccountQuery query, @Nullable Position after) {
        PageSql page = all(work, query.condition());
        page.sortBy(query.descending(), "", after);
        return page;
    }

    private static PageSql valued(Work work, AccountQuery query, boolean optional) {
        PageSql page = all(work, query.condition());
        String value = page.sortExpression(query.sort());
        if (optional) {
            page.where.add("(" + value + " is not null)");
        }
        if (page.membersById) {
            page.id = page.conditions.keyBeside(query.sort());
        }
        page.sortBy(query.descending(), value, query.after());
        return page;
    }

    PageSql limitedTo(int accounts) {
        limit = " limit " + accounts;
        return this;
    }

    /** @param value by which accounts are sorted before their ids; empty for none */
    private void sortBy(boolean descending, String value, @Nullable Position after) {
        String direction = descending ? " desc" : "";
        order = value.isEmpty() ? id + direction : value + direction + ", " + id + direction;
        if (after != null) {
            where.add(after(after, descending ? " < " : " > ", value));
        }
    }

    private String after(Position position, String sign, String value) {
        String last = conditions.parameter(idType.read(position.id().text()).orElseThrow());
        if (value.isEmpty()) {
            // Said of memberships too: so PostgreSQL begins to read those where the page begins, and not with the
            // first.
            members = membersById ? " and m.account_id" + sign + last : "";
            return id + sign + last;
        }
        return "(" + value + ", " + id + ")" + sign + "("
                + conditions.parameter(Objects.requireNonNull(position.value())) + ", " + last + ")";
    }

    private String sortExpression(Attribute attribute) {
        String expression = conditions.expression(attribute);
        return attribute.source() == Attribute.Source.FIELD
                ? Shape.sortable(Objects.requireNonNull(attribute.field()), expression)
                : expression;
    }

    /** The statement {@code select a.id ...} with its {@link #parameters}. */
    String ids() {
        return "select a.id " + fromWhere() + " order by " + order + limit;
    }

    /** What follows the columns of a statement that reads the page's accounts, with what is joined to each. */
    String records(String joins) {
        String accounts = limit.isEmpty() && conditions.joins().isEmpty()
                ? " from accounts.account a" + joins + filter()
                : " from (" + ids() + ") page join accounts.account a on a.id = page.id" + joins;
        return accounts + " order by " + order;
    }

    /** The first wall: whether the account belongs to the tenant. */
    static String member(String tenant) {
        return "exists (select 1 from cuenta.membership m where m.account_id = a.id and m.tenant_id = " + tenant + ")";
    }

    String fromWhere() {
        return "from accounts.account a" + conditions.joins() + filter();
    }

    private String filter() {
        List<String> all = new ArrayList<>(where);
        if (tenant != null) {
            all.add(member(tenant + members));
        }
        return all.isEmpty() ? "" : " where " + String.join(" and ", all);
    }

    Map<String, Object> parameters() {
        return conditions.parameters();
    }
}
