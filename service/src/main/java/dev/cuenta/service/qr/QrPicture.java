package dev.cuenta.service.qr;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import java.util.Map;

/** A text as a QR code (ISO/IEC 18004), drawn as SVG: sharp at every size, and a few hundred bytes. */
public final class QrPicture {
    /** The quiet zone that the standard asks for, in modules. */
    private static final int MARGIN = 4;

    private QrPicture() {}

    public static String svg(String text) {
        BitMatrix modules = modules(text);
        StringBuilder path = new StringBuilder();
        for (int y = 0; y < modules.getHeight(); y++) {
            for (int x = 0; x < modules.getWidth(); x++) {
                if (modules.get(x, y)) {
                    path.append('M').append(x).append(' ').append(y).append("h1v1h-1z");
                }
            }
        }
        return """
                <svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 %1$d %2$d" shape-rendering="crispEdges"><rect width="%1$d" height="%2$d" fill="#fff"/><path d="%3$s" fill="#000"/></svg>
                """.formatted(modules.getWidth(), modules.getHeight(), path);
    }

    /** For terminals: two modules to a character, one above the other; dark ones are gaps, since terminals are dark. */
    public static String text(String text) {
        BitMatrix modules = modules(text);
        StringBuilder lines = new StringBuilder();
        for (int y = 0; y < modules.getHeight(); y += 2) {
            for (int x = 0; x < modules.getWidth(); x++) {
                boolean upper = !modules.get(x, y);
                boolean lower = y + 1 < modules.getHeight() && !modules.get(x, y + 1);
                lines.append(upper ? (lower ? '█' : '▀') : (lower ? '▄' : ' '));
            }
            lines.append('\n');
        }
        return lines.toString();
    }

    private static BitMatrix modules(String text) {
        try {
            return new QRCodeWriter()
                    .encode(
                            text,
                            BarcodeFormat.QR_CODE,
                            0,
                            0,
                            Map.of(
                                    EncodeHintType.ERROR_CORRECTION,
                                    ErrorCorrectionLevel.M,
                                    EncodeHintType.CHARACTER_SET,
                                    "UTF-8",
                                    EncodeHintType.MARGIN,
                                    MARGIN));
        } catch (WriterException tooLong) {
            throw new IllegalStateException("The type lets no text through that does not fit", tooLong);
        }
    }
}
