package dev.cuenta.service.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import com.google.zxing.BinaryBitmap;
import com.google.zxing.RGBLuminanceSource;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.qrcode.QRCodeReader;
import dev.cuenta.core.picture.PictureSize;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.qr.QrPicture;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ImagesTest {
    private final Images images = new Images();

    @ParameterizedTest
    @CsvSource({"jpg, image/jpeg", "png, image/png", "gif, image/png"})
    void a_picture_is_kept_in_three_sizes(String format, String mediaType) throws IOException {
        Images.Made made = images.make(written(flag(300, 200), format));

        assertThat(made.mediaType()).isEqualTo(mediaType);
        assertThat(made.width()).isEqualTo(300);
        assertThat(made.height()).isEqualTo(200);
        assertThat(read(made, PictureSize.LARGE).getWidth()).isEqualTo(384);
        assertThat(read(made, PictureSize.SMALL).getHeight()).isEqualTo(96);
    }

    @Test
    void a_large_picture_is_made_smaller() throws IOException {
        Images.Made made = images.make(written(flag(6000, 4000), "jpg"));

        assertThat(made.width()).isEqualTo(2048);
        assertThat(made.height()).isBetween(1364, 1366);
    }

    /** Where a picture was taken, and with what, is nobody's business; which way up it is, is part of it. */
    @Test
    void what_a_camera_wrote_beside_the_picture_is_left_out_and_it_stands_upright() throws IOException {
        byte[] upload = withExif(written(flag(400, 200), "jpg"), 6);
        assertThat(new String(upload, StandardCharsets.ISO_8859_1)).contains("Pier 7, Marea");
        Images.Made made = images.make(upload);
        BufferedImage whole = read(made, PictureSize.WHOLE);

        assertThat(new String(bytes(made, PictureSize.WHOLE), StandardCharsets.ISO_8859_1))
                .doesNotContain("Pier 7, Marea")
                .doesNotContain("Exif");
        assertThat(whole.getWidth()).isEqualTo(200);
        assertThat(whole.getHeight()).isEqualTo(400);
        assertThat(new Color(whole.getRGB(100, 50)).getRed()).isGreaterThan(180);
        assertThat(new Color(whole.getRGB(100, 350)).getBlue()).isGreaterThan(180);
    }

    /** Each scan makes a decoder go over all pixels again, and takes fourteen bytes. */
    @Test
    void a_picture_that_asks_for_thousands_of_scans_is_refused_before_it_is_decoded() throws IOException {
        byte[] upload = withScans(progressive(flag(1200, 800)), 20_000);
        assertThat(JpegScans.count(upload)).isGreaterThan(20_000);

        Problem refused = catchThrowableOfType(Problem.class, () -> images.make(upload));

        assertThat(refused.violations().get(0).detail()).startsWith("Has 200").contains("1200 x 800 pixels");
    }

    @Test
    void a_progressive_picture_as_programs_write_it_is_kept() throws IOException {
        byte[] upload = progressive(flag(1200, 800));
        assertThat(JpegScans.count(upload)).isBetween(2, 20);
        assertThat(images.make(upload).width()).isEqualTo(1200);
        assertThat(JpegScans.count(written(flag(30, 20), "jpg"))).isEqualTo(1);
        assertThat(JpegScans.count(written(flag(30, 20), "png"))).isZero();
    }

    private static byte[] progressive(BufferedImage image) throws IOException {
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        ImageWriteParam parameters = writer.getDefaultWriteParam();
        parameters.setProgressiveMode(ImageWriteParam.MODE_DEFAULT);
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ImageOutputStream out = ImageIO.createImageOutputStream(bytes)) {
            writer.setOutput(out);
            writer.write(null, new IIOImage(image, null, null), parameters);
        }
        return bytes.toByteArray();
    }

    /** The last scan again and again. */
    private static byte[] withScans(byte[] jpeg, int times) {
        int last = jpeg.length - 2;
        while (!(jpeg[last] == (byte) 0xFF && jpeg[last + 1] == (byte) 0xDA)) {
            last--;
        }
        byte[] empty =
                Arrays.copyOfRange(jpeg, last, last + 2 + ((jpeg[last + 2] & 0xFF) << 8 | jpeg[last + 3] & 0xFF));
        ByteBuffer bytes = ByteBuffer.allocate(jpeg.length + empty.length * times);
        bytes.put(jpeg, 0, jpeg.length - 2);
        for (int i = 0; i < times; i++) {
            bytes.put(empty);
        }
        return bytes.put((byte) 0xFF).put((byte) 0xD9).array();
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "no picture", "<svg xmlns='http://www.w3.org/2000/svg'/>", "GIF89a", "%PDF-1.7"})
    void what_is_no_picture_is_refused(String upload) {
        Problem refused =
                catchThrowableOfType(Problem.class, () -> images.make(upload.getBytes(StandardCharsets.ISO_8859_1)));

        assertThat(refused.violations().get(0).code()).isEqualTo("picture");
    }

    @Test
    void a_picture_that_was_cut_off_is_refused() throws IOException {
        byte[] whole = written(flag(300, 200), "png");

        assertThat(catchThrowableOfType(Problem.class, () -> images.make(Arrays.copyOf(whole, whole.length / 2))))
                .hasMessage("Is a broken picture: it cannot be decoded.");
    }

    /** A few bytes that would take gigabytes: only the header is read. */
    @Test
    void a_picture_with_too_many_pixels_is_refused_before_it_is_decoded() throws IOException {
        byte[] png = written(flag(10, 10), "png");
        ByteBuffer.wrap(png).putInt(16, 50_000).putInt(20, 50_000);

        assertThat(catchThrowableOfType(Problem.class, () -> images.make(png)).getMessage())
                .startsWith("Has 50000 x 50000 pixels");
    }

    @Test
    void a_code_says_its_text() throws Exception {
        String svg = QrPicture.svg("https://marea.example/people/7");

        assertThat(new QRCodeReader().decode(drawn(svg)).getText()).isEqualTo("https://marea.example/people/7");
    }

    private static BinaryBitmap drawn(String svg) {
        Matcher size = Pattern.compile("viewBox=\"0 0 (\\d+)").matcher(svg);
        assertThat(size.find()).isTrue();
        int modules = Integer.parseInt(size.group(1));
        int[] pixels = new int[modules * modules * 16];
        Arrays.fill(pixels, 0xffffff);
        Pattern.compile("M(\\d+) (\\d+)h").matcher(svg).results().forEach(module -> {
            for (int i = 0; i < 16; i++) {
                int x = Integer.parseInt(module.group(1)) * 4 + i % 4;
                int y = Integer.parseInt(module.group(2)) * 4 + i / 4;
                pixels[y * modules * 4 + x] = 0;
            }
        });
        return new BinaryBitmap(new HybridBinarizer(new RGBLuminanceSource(modules * 4, modules * 4, pixels)));
    }

    /** Red on the left, blue on the right. */
    private static BufferedImage flag(int width, int height) {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = image.createGraphics();
        graphics.setColor(Color.RED);
        graphics.fillRect(0, 0, width / 2, height);
        graphics.setColor(Color.BLUE);
        graphics.fillRect(width / 2, 0, width / 2, height);
        graphics.dispose();
        return image;
    }

    private static byte[] written(BufferedImage image, String format) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        ImageIO.write(image, format, bytes);
        return bytes.toByteArray();
    }

    /** Exif 2.3 section 4.5: a segment with an orientation and a description. */
    private static byte[] withExif(byte[] jpeg, int orientation) {
        byte[] place = "Pier 7, Marea\0".getBytes(StandardCharsets.US_ASCII);
        ByteBuffer tiff = ByteBuffer.allocate(38 + place.length);
        tiff.put("MM".getBytes(StandardCharsets.US_ASCII)).putShort((short) 42).putInt(8);
        tiff.putShort((short) 2);
        tiff.putShort((short) 0x010e).putShort((short) 2).putInt(place.length).putInt(38);
        tiff.putShort((short) 0x0112)
                .putShort((short) 3)
                .putInt(1)
                .putShort((short) orientation)
                .putShort((short) 0);
        tiff.putInt(0).put(place);
        ByteBuffer all = ByteBuffer.allocate(jpeg.length + tiff.capacity() + 10);
        // Behind the segment that says that it is a JPEG file.
        int behind = 4 + ByteBuffer.wrap(jpeg).getShort(4);
        all.put(jpeg, 0, behind).putShort((short) 0xffe1).putShort((short) (tiff.capacity() + 8));
        all.put("Exif\0\0".getBytes(StandardCharsets.US_ASCII)).put(tiff.array());
        all.put(jpeg, behind, jpeg.length - behind);
        return all.array();
    }

    private static byte[] bytes(Images.Made made, PictureSize size) {
        return Objects.requireNonNull(made.sizes().get(size));
    }

    private static BufferedImage read(Images.Made made, PictureSize size) throws IOException {
        return ImageIO.read(new ByteArrayInputStream(bytes(made, size)));
    }
}
