package dev.cuenta.service.picture;

/**
 * How often a decoder goes over all of a JPEG's pixels, read from its markers (ITU-T T.81, annex B) before anything is decoded: a
 * progressive picture of some kilobytes can ask for thousands of times.
 */
final class JpegScans {
    private static final int MARKER = 0xFF;
    private static final int START_OF_SCAN = 0xDA;
    private static final int END_OF_IMAGE = 0xD9;
    private static final int BYTE = 0xFF;

    private JpegScans() {}

    /** Of what is no JPEG none. */
    static int count(byte[] upload) {
        int scans = 0;
        for (int at = nextMarker(upload, 0); at >= 0; at = nextMarker(upload, at)) {
            int marker = upload[at + 1] & BYTE;
            if (marker == END_OF_IMAGE) {
                return scans;
            }
            scans += marker == START_OF_SCAN ? 1 : 0;
            at += 2 + lengthOfSegment(upload, at, marker);
        }
        return scans;
    }

    /** After what is no marker: the data between two scans, in which 0xFF is followed by zero. */
    private static int nextMarker(byte[] upload, int from) {
        for (int at = from; at >= 0 && at < upload.length - 1; at++) {
            int next = upload[at + 1] & BYTE;
            if ((upload[at] & BYTE) == MARKER && next != 0 && next != MARKER) {
                return at;
            }
        }
        return -1;
    }

    private static int lengthOfSegment(byte[] upload, int at, int marker) {
        boolean alone = marker == 0x01 || (marker >= 0xD0 && marker <= 0xD8);
        return alone || at + 3 >= upload.length ? 0 : ((upload[at + 2] & BYTE) << Byte.SIZE) | (upload[at + 3] & BYTE);
    }
}
