package dev.cuenta.store.picture;

import dev.cuenta.core.picture.PictureContents;
import dev.cuenta.core.picture.PictureSize;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Instant;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Consumer;

/**
 * Keeps the bytes in a folder that all instances share. A file is named by its picture's id and size, and comes into being
 * whole: it is written beside and then renamed.
 */
public final class FolderContents implements PictureContents {
    private static final int PAGE = 1000;

    private final Path folder;

    /** @param folder is made if it is not there */
    public FolderContents(Path folder) {
        this.folder = folder;
        try {
            Files.createDirectories(folder);
        } catch (IOException failure) {
            throw new UncheckedIOException("The folder for pictures cannot be made: " + folder, failure);
        }
    }

    @Override
    public void keep(UUID picture, Map<PictureSize, byte[]> sizes) {
        sizes.forEach((size, content) -> attempt(() -> {
            Path written = Files.createTempFile(folder, "picture", ".part");
            Files.write(written, content);
            Files.move(written, file(picture, size), StandardCopyOption.ATOMIC_MOVE);
            return written;
        }));
    }

    @Override
    public Optional<byte[]> read(UUID picture, PictureSize size) {
        return attempt(() -> {
            try {
                return Optional.of(Files.readAllBytes(file(picture, size)));
            } catch (NoSuchFileException gone) {
                return Optional.empty();
            }
        });
    }

    @Override
    public void keptBefore(Instant moment, Consumer<Set<UUID>> some) {
        attempt(() -> {
            Set<UUID> kept = new HashSet<>();
            try (DirectoryStream<Path> files = Files.newDirectoryStream(folder, FolderContents::isPicture)) {
                for (Path file : files) {
                    if (Files.getLastModifiedTime(file).toInstant().isBefore(moment)) {
                        kept.add(UUID.fromString(file.getFileName().toString().substring(0, 36)));
                    }
                    if (kept.size() == PAGE) {
                        some.accept(Set.copyOf(kept));
                        kept.clear();
                    }
                }
            }
            some.accept(Set.copyOf(kept));
            return folder;
        });
    }

    private static boolean isPicture(Path file) {
        return file.getFileName().toString().matches("[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}-[0-9]+");
    }

    @Override
    public void drop(Set<UUID> pictures) {
        for (UUID picture : pictures) {
            for (PictureSize size : PictureSize.values()) {
                attempt(() -> Files.deleteIfExists(file(picture, size)));
            }
        }
    }

    private Path file(UUID picture, PictureSize size) {
        return folder.resolve(picture + "-" + size.pixels());
    }

    private interface Attempt<T> {
        T run() throws IOException;
    }

    private static <T> T attempt(Attempt<T> attempt) {
        try {
            return attempt.run();
        } catch (IOException failure) {
            throw new UncheckedIOException("The folder for pictures cannot be used", failure);
        }
    }
}
