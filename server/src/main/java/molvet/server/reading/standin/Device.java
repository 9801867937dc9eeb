package molvet.server.reading.standin;

import molvet.core.colour.Lab;

/** Something that looks at a sheet and hands over a file, as a scanner or a phone would. */
public interface Device {
    /** The file as it would be uploaded. */
    record Shot(byte[] bytes, String fileName) {}

    /** @param seed another one is another picture of the same sheet */
    Shot look(PaintedSheet sheet, long seed);

    /** What it would say of an even patch without end, in even light: its own eye’s error and no other. */
    Lab sees(Optics.Film film, double thickness);

    /** The devices that ship with the program. */
    enum Kind {
        SCANNER("flat-bed scanner", 200),
        CAREFUL_PHONE("phone, held with care by a window", 0),
        CARELESS_PHONE("phone, in a hurry under a lamp", 0),
        CHECKED_PHONE("phone, with a colour-checker beside the sheet", 0);

        private final String words;
        private final int dpi;

        Kind(String words, int dpi) {
            this.words = words;
            this.dpi = dpi;
        }

        public String words() {
            return words;
        }

        public Device device() {
            return switch (this) {
                case SCANNER -> new Scanner(dpi);
                case CAREFUL_PHONE -> new Camera(true, false);
                case CARELESS_PHONE -> new Camera(false, false);
                case CHECKED_PHONE -> new Camera(true, true);
            };
        }
    }
}
