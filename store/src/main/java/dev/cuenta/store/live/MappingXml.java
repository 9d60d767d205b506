package dev.cuenta.store.live;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.type.Column;
import dev.cuenta.store.schema.ColumnType;
import dev.cuenta.store.schema.Shape;
import java.time.Instant;
import java.util.List;
import java.util.Set;

/**
 * Tells Hibernate about the model's tables: entities without a class, whose records are maps from attribute to value. The
 * mapping must say metadata-complete, or Hibernate looks for a class of the entity's name.
 */
final class MappingXml {
    /** Sorts of columns for which Hibernate knows no Java type. */
    private static final Set<Column.Kind> BY_COLUMN_TYPE =
            Set.of(Column.Kind.JSON, Column.Kind.ACCOUNT, Column.Kind.BYTES);

    private final StringBuilder xml =
            new StringBuilder("<entity-mappings xmlns=\"http://www.hibernate.org/xsd/orm/mapping\" version=\"7.0\">\n");
    private final Shape shape;
    private final Class<?> idClass;

    private MappingXml(Shape shape) {
        this.shape = shape;
        this.idClass = shape.keyType().valueClass();
    }

    static String of(Shape shape) {
        MappingXml mapping = new MappingXml(shape);
        AccountModel model = shape.model();
        mapping.account(model.ownFields());
        model.profiles(false).forEach(profile -> mapping.profile(profile, model.fieldsOfProfile(profile)));
        return mapping.xml.append("</entity-mappings>\n").toString();
    }

    private void account(List<Field> fields) {
        begin(Shape.ACCOUNT, Shape.KEY);
        if (!shape.idColumn().equals("id")) {
            basic(shape.idColumn(), shape.idColumn(), shape.idType().valueClass());
        }
        basic("kind", "kind", String.class);
        basic("createdAt", "created_at", Instant.class);
        basic("lastModifiedAt", "last_modified_at", Instant.class);
        basic("anonymisedAt", "anonymised_at", Instant.class);
        basic("version", "version", Long.class);
        fields.stream().filter(Field::stored).forEach(this::field);
        end();
    }

    private void profile(String profile, List<Field> fields) {
        begin(Shape.table(profile), Shape.keyOf(profile));
        fields.stream().filter(Field::stored).forEach(this::field);
        end();
    }

    private void field(Field field) {
        Column column = Shape.stored(field);
        String name = field.path().name();
        if (column.many() || BY_COLUMN_TYPE.contains(column.kind())) {
            xml.append(
                    "<basic name=\"%s\"><column name=\"%s\"/><type value=\"%s\"><parameters name=\"%s\" value=\"%s\"/></type></basic>\n"
                            .formatted(
                                    name,
                                    shape.columnNow(field),
                                    ColumnType.class.getName(),
                                    ColumnType.COLUMN,
                                    ColumnType.spelt(column)));
        } else {
            basic(name, shape.columnNow(field), column.kind().valueClass());
        }
    }

    private void begin(String table, String idColumn) {
        xml.append("<entity name=\"%s\" metadata-complete=\"true\">\n".formatted(table));
        xml.append("<table name=\"%s\" schema=\"%s\"/>\n<attributes>\n".formatted(table, Shape.SCHEMA));
        xml.append("<id name=\"id\"><target>%s</target><column name=\"%s\"/></id>\n"
                .formatted(idClass.getName(), idColumn));
    }

    private void basic(String attribute, String column, Class<?> type) {
        xml.append("<basic name=\"%s\"><target>%s</target><column name=\"%s\"/></basic>\n"
                .formatted(attribute, type.getName(), column));
    }

    private void end() {
        xml.append("</attributes>\n</entity>\n");
    }
}
