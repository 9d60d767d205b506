package dev.cuenta.store.picture;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.picture.PictureContents;
import dev.cuenta.core.picture.PictureSize;
import dev.cuenta.store.database.TestDatabase;
import java.nio.file.Path;
import java.time.Instant;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What holds wherever the bytes of pictures lie. */
class PictureContentsTest {
    private static final UUID PORTRAIT = UUID.fromString("018f0000-0000-7000-8000-000000000001");
    private static final Map<PictureSize, byte[]> SIZES =
            Map.of(PictureSize.WHOLE, new byte[] {1, 2, 3}, PictureSize.SMALL, new byte[] {4});

    abstract static class Contract {
        abstract PictureContents contents();

        @Test
        void what_is_kept_is_read_in_each_size() {
            contents().keep(PORTRAIT, SIZES);
            contents().keep(PORTRAIT, SIZES);

            assertThat(contents().read(PORTRAIT, PictureSize.WHOLE)).contains(new byte[] {1, 2, 3});
            assertThat(contents().read(PORTRAIT, PictureSize.SMALL)).contains(new byte[] {4});
            assertThat(contents().read(PORTRAIT, PictureSize.LARGE)).isEmpty();
        }

        @Test
        void what_is_dropped_is_gone_and_dropping_it_again_is_no_harm() {
            contents().keep(PORTRAIT, SIZES);
            contents().drop(Set.of(PORTRAIT));
            contents().drop(Set.of(PORTRAIT));

            assertThat(contents().read(PORTRAIT, PictureSize.WHOLE)).isEmpty();
        }

        @Test
        void what_was_kept_before_a_moment_is_found() {
            Instant before = Instant.now().minusSeconds(60);
            contents().keep(PORTRAIT, SIZES);

            assertThat(keptBefore(before)).isEmpty();
            assertThat(keptBefore(Instant.now().plusSeconds(60))).containsExactly(PORTRAIT);
        }

        private Set<UUID> keptBefore(Instant moment) {
            Set<UUID> kept = new HashSet<>();
            contents().keptBefore(moment, kept::addAll);
            return kept;
        }
    }

    @Nested
    class In_the_database extends Contract {
        private TestDatabase database;

        @BeforeEach
        void start() {
            database = new TestDatabase();
        }

        @AfterEach
        void stop() {
            database.close();
        }

        @Override
        PictureContents contents() {
            return new StoredContents(database.connections());
        }
    }

    @Nested
    class In_a_folder extends Contract {
        @TempDir
        private Path folder;

        @Override
        PictureContents contents() {
            return new FolderContents(folder.resolve("pictures"));
        }
    }
}
