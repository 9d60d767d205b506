package dev.cuenta.store.picture;

import dev.cuenta.core.picture.PictureContents;
import dev.cuenta.core.picture.PictureSize;
import dev.cuenta.store.database.Connections;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Consumer;

/** Keeps the bytes in PostgreSQL, where they are part of every backup. */
public final class StoredContents implements PictureContents {
    private static final int PAGE = 1000;

    private final Connections connections;

    public StoredContents(Connections connections) {
        this.connections = connections;
    }

    @Override
    public void keep(UUID picture, Map<PictureSize, byte[]> sizes) {
        connections.together(sql -> {
            sizes.forEach((size, content) -> sql.sql(
                            "insert into cuenta.picture_content (picture, size, content) values (?, ?, ?) on conflict do nothing")
                    .params(picture, size.pixels(), content)
                    .update());
            return sizes.size();
        });
    }

    @Override
    public Optional<byte[]> read(UUID picture, PictureSize size) {
        return connections.each(
                sql -> sql.sql("select content from cuenta.picture_content where picture = ? and size = ?")
                        .params(picture, size.pixels())
                        .query((row, index) -> row.getBytes(1))
                        .optional());
    }

    @Override
    public void keptBefore(Instant moment, Consumer<Set<UUID>> some) {
        UUID last = new UUID(0, 0);
        List<UUID> page;
        do {
            page = page(moment, last);
            if (!page.isEmpty()) {
                last = page.get(page.size() - 1);
                some.accept(new HashSet<>(page));
            }
        } while (page.size() == PAGE);
    }

    private List<UUID> page(Instant moment, UUID after) {
        return connections.each(sql -> sql.sql(
                        "select distinct picture from cuenta.picture_content where kept_at < ? and picture > ? order by picture limit ?")
                .params(Timestamp.from(moment), after, PAGE)
                .query(UUID.class)
                .list());
    }

    @Override
    public void drop(Set<UUID> pictures) {
        connections.each(sql -> sql.sql("delete from cuenta.picture_content where picture = any(?)")
                .param(pictures.toArray(UUID[]::new))
                .update());
    }
}
