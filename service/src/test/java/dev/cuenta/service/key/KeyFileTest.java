package dev.cuenta.service.key;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.cuenta.store.secret.SecretKey;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class KeyFileTest {
    /** As the database's lock does it for all instances. */
    private static final class OneByOne implements KeyFile.Guard {
        @Override
        public void acknowledge(List<SecretKey> keys) {}

        @Override
        public void alone(Runnable change) {
            synchronized (OneByOne.class) {
                change.run();
            }
        }
    }

    @TempDir
    private Path folder;

    private KeyFile instance() {
        return new KeyFile(folder.resolve("keys"), "keys of secret values", new OneByOne());
    }

    @Test
    void of_keys_that_instances_make_at_once_none_is_lost() throws Exception {
        List<KeyFile> instances = List.of(instance(), instance(), instance());
        ExecutorService crowd = Executors.newFixedThreadPool(6);
        List<Future<SecretKey>> made = new ArrayList<>();
        for (int i = 0; i < 24; i++) {
            KeyFile file = instances.get(i % 3);
            made.add(crowd.submit(file::add));
        }
        for (Future<SecretKey> each : made) {
            each.get();
        }
        crowd.shutdown();

        Set<String> ids = new HashSet<>();
        instance().all().forEach(key -> ids.add(key.id()));
        assertThat(ids).hasSize(25);
        assertThat(Files.list(folder)).as("nothing is left beside it").hasSize(1);
    }

    @Test
    void of_instances_that_begin_at_once_one_makes_the_file_and_it_is_never_half_a_one() throws Exception {
        ExecutorService crowd = Executors.newFixedThreadPool(8);
        List<Future<SecretKey>> begun = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            begun.add(crowd.submit(() -> instance().current()));
        }
        Set<String> ids = new HashSet<>();
        for (Future<SecretKey> each : begun) {
            ids.add(each.get().id());
        }
        crowd.shutdown();

        assertThat(ids).hasSize(1);
    }

    @Test
    void a_file_that_was_emptied_is_not_filled_with_another_key() throws IOException {
        KeyFile file = instance();
        file.current();
        Files.writeString(folder.resolve("keys"), "# nothing\n");

        assertThatThrownBy(() -> instance().current()).hasMessageContaining("holds no key");
        assertThatThrownBy(() -> instance().add()).hasMessageContaining("holds no key");
    }
}
