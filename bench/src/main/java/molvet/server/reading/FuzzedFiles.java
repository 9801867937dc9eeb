package molvet.server.reading;

/** What {@code bench fuzz} reads pictures and colour files by. */
public final class FuzzedFiles {
    private FuzzedFiles() {}

    public static void colours(byte[] file) {
        ColourFile.read(file);
    }

    public static void picture(byte[] file) {
        Picture picture = Picture.of(file);
        picture.device();
        picture.dpi();
        picture.preview();
    }
}
