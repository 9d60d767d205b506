package dev.cuenta.store.picture;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.store.live.Work;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Which pictures accounts have, current and earlier ones; their bytes lie elsewhere. */
public final class Pictures {
    /** One picture. {@code bytes} is the size of the whole one. */
    public record Picture(UUID id, String mediaType, int width, int height, int bytes, Instant created) {}

    private final Work work;
    private final JdbcClient sql;

    public Pictures(Work work) {
        this.work = work;
        this.sql = work.sql();
    }

    public void add(AccountId account, FieldPath field, Picture picture) {
        sql.sql(
                        "insert into cuenta.picture (id, account_id, field, media_type, width, height, bytes) values (?, ?, ?, ?, ?, ?, ?)")
                .params(
                        picture.id(),
                        work.keys().of(account),
                        field.toString(),
                        picture.mediaType(),
                        picture.width(),
                        picture.height(),
                        picture.bytes())
                .update();
    }

    /** Newest first. */
    public List<Picture> of(AccountId account, FieldPath field) {
        return sql.sql("select * from cuenta.picture where account_id = ? and field = ? order by created_at desc, id")
                .params(work.keys().of(account), field.toString())
                .query((row, index) -> new Picture(
                        row.getObject("id", UUID.class),
                        row.getString("media_type"),
                        row.getInt("width"),
                        row.getInt("height"),
                        row.getInt("bytes"),
                        row.getTimestamp("created_at").toInstant()))
                .list();
    }

    public void remove(Set<UUID> pictures) {
        sql.sql("delete from cuenta.picture where id = any(?)")
                .param(pictures.toArray(UUID[]::new))
                .update();
    }

    /** Those of the pictures that belong to an account. */
    public Set<UUID> known(Set<UUID> pictures) {
        return new HashSet<>(sql.sql("select id from cuenta.picture where id = any(?)")
                .param(pictures.toArray(UUID[]::new))
                .query(UUID.class)
                .list());
    }
}
