package dev.cuenta.service.picture;

import dev.cuenta.core.picture.PictureSize;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.load.Lane;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.util.EnumMap;
import java.util.Iterator;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import net.coobird.thumbnailator.Thumbnails;
import net.coobird.thumbnailator.geometry.Positions;
import net.coobird.thumbnailator.util.exif.ExifFilterUtils;
import net.coobird.thumbnailator.util.exif.ExifUtils;
import net.coobird.thumbnailator.util.exif.Orientation;
import org.springframework.stereotype.Component;

/**
 * Makes of an upload what is kept: it is decoded, which only a picture survives, turned upright, and written anew, which
 * leaves out everything that a camera writes beside the picture, such as the place. One at a time, for decoding takes memory.
 */
@Component
final class Images {
    private static final Set<String> FORMATS = Set.of("jpeg", "png", "gif");
    private static final int LONGEST_SIDE = 12_000;
    private static final long MOST_PIXELS = 40_000_000;
    private static final float QUALITY = 0.88f;

    /** Of the pixels of all scans together: what takes a few seconds. */
    private static final long MOST_DECODED = 400_000_000;

    private static final Duration DEADLINE = Duration.ofSeconds(20);
    private static final int NICE = 12;

    private final Lane lane = new Lane("pictures", 1, 3, NICE, "Too many pictures come in just now.");

    /** What is kept of an upload, in all sizes. */
    record Made(String mediaType, int width, int height, Map<PictureSize, byte[]> sizes) {
        int bytes() {
            byte[] whole = sizes.get(PictureSize.WHOLE);
            return whole == null ? 0 : whole.length;
        }
    }

    /**
     * Checks the upload and makes its sizes.
     *
     * @throws Problem INVALID for what is no picture, or too large a one
     */
    Made make(byte[] upload) {
        return lane.pass(() -> made(upload), DEADLINE)
                .orElseThrow(() -> refused("Takes too long to decode. Save it again, smaller."));
    }

    private static Made made(byte[] upload) {
        try {
            return decoded(upload);
        } catch (Problem refused) {
            throw refused;
        } catch (IOException | RuntimeException broken) {
            throw refused("Is a broken picture: it cannot be decoded.");
        }
    }

    private static Made decoded(byte[] upload) throws IOException {
        try (ImageInputStream stream = ImageIO.createImageInputStream(new ByteArrayInputStream(upload))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(stream);
            ImageReader reader = readers.hasNext() ? readers.next() : null;
            String format = reader == null ? "" : reader.getFormatName().toLowerCase(Locale.ROOT);
            if (reader == null || !FORMATS.contains(format)) {
                throw refused("Is not a picture that can be kept. Use JPEG, PNG or GIF.");
            }
            try {
                reader.setInput(stream, false, !format.equals("jpeg"));
                return sizes(
                        upright(reader, Math.max(1, JpegScans.count(upload))), format.equals("jpeg") ? "jpg" : "png");
            } finally {
                reader.dispose();
            }
        }
    }

    /** Decoded with as few of its pixels as are needed, after a look at how many it has. */
    private static BufferedImage upright(ImageReader reader, int scans) throws IOException {
        int width = reader.getWidth(0);
        int height = reader.getHeight(0);
        if (width > LONGEST_SIDE || height > LONGEST_SIDE || (long) width * height > MOST_PIXELS) {
            throw refused("Has " + width + " x " + height + " pixels; at most " + LONGEST_SIDE + " a side and "
                    + MOST_PIXELS / 1_000_000 + " million altogether are allowed.");
        }
        if ((long) width * height * scans > MOST_DECODED) {
            throw refused("Has " + scans + " scans of " + width + " x " + height
                    + " pixels, which take too long to decode. Save it again, not progressive.");
        }
        int every = Math.max(1, Math.max(width, height) / PictureSize.WHOLE.pixels());
        ImageReadParam fewer = reader.getDefaultReadParam();
        fewer.setSourceSubsampling(every, every, 0, 0);
        BufferedImage image = reader.read(0, fewer);
        return orientation(reader)
                .map(way -> ExifFilterUtils.getFilterForOrientation(way).apply(image))
                .orElse(image);
    }

    /** As the camera noted it (Exif 2.3 section 4.6.4); a note that cannot be read is none. */
    private static Optional<Orientation> orientation(ImageReader reader) {
        try {
            return reader.getFormatName().equalsIgnoreCase("jpeg")
                    ? Optional.ofNullable(ExifUtils.getExifOrientation(reader, 0))
                            .filter(way -> way != Orientation.TOP_LEFT)
                    : Optional.empty();
        } catch (IOException | RuntimeException unreadable) {
            return Optional.empty();
        }
    }

    private static Made sizes(BufferedImage image, String format) throws IOException {
        int longest = Math.min(PictureSize.WHOLE.pixels(), Math.max(image.getWidth(), image.getHeight()));
        BufferedImage whole = Thumbnails.of(image).size(longest, longest).asBufferedImage();
        Map<PictureSize, byte[]> sizes = new EnumMap<>(PictureSize.class);
        sizes.put(PictureSize.WHOLE, written(whole, format));
        for (PictureSize size : Set.of(PictureSize.LARGE, PictureSize.SMALL)) {
            sizes.put(
                    size,
                    written(
                            Thumbnails.of(whole)
                                    .size(size.pixels(), size.pixels())
                                    .crop(Positions.CENTER)
                                    .asBufferedImage(),
                            format));
        }
        return new Made(format.equals("jpg") ? "image/jpeg" : "image/png", whole.getWidth(), whole.getHeight(), sizes);
    }

    private static byte[] written(BufferedImage image, String format) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try {
            var builder = Thumbnails.of(image).scale(1).outputFormat(format);
            if (format.equals("jpg")) {
                builder.outputQuality(QUALITY);
            }
            builder.toOutputStream(bytes);
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
        return bytes.toByteArray();
    }

    private static Problem refused(String detail) {
        return Problem.invalid("", "picture", detail);
    }
}
