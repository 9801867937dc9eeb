package molvet.server.reading;

import molvet.server.platform.Collector;
import molvet.server.platform.Taken;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * What room a collector's pictures may take. Where only the first collector may make an account it is their own machine, and
 * there is no limit unless one is set; where anyone may, there is one.
 */
@Component
class Allowance {
    private static final long MEGABYTE = 1_000_000;
    private static final long WHERE_ANYONE_MAY = 2_000;
    private static final int PICTURES_WHERE_ANYONE_MAY = 5_000;
    /** From this share of it on, it is told. */
    private static final double NEARLY = 0.8;

    private final ReadingStore store;
    private final long mostBytes;
    private final int mostPictures;

    Allowance(
            ReadingStore store,
            @Value("${molvet.sign-up}") String signUp,
            @Value("${molvet.most-megabytes}") String megabytes,
            @Value("${molvet.most-pictures}") String pictures) {
        this.store = store;
        boolean open = !signUp.equalsIgnoreCase("first");
        this.mostBytes = megabytes.isBlank()
                ? open ? WHERE_ANYONE_MAY * MEGABYTE : Long.MAX_VALUE
                : Long.parseLong(megabytes.strip()) * MEGABYTE;
        this.mostPictures = pictures.isBlank()
                ? open ? PICTURES_WHERE_ANYONE_MAY : Integer.MAX_VALUE
                : Integer.parseInt(pictures.strip());
    }

    /** What is kept, and how much may be. */
    record Used(int pictures, long bytes, int mostPictures, long mostBytes) {
        boolean nearly() {
            return bytes > NEARLY * mostBytes || pictures > NEARLY * mostPictures;
        }

        /** In a sentence. */
        String said() {
            String kept = pictures + (pictures == 1 ? " picture" : " pictures") + ", " + megabytes(bytes) + " MB";
            String room = (mostBytes == Long.MAX_VALUE ? "" : " of " + megabytes(mostBytes) + " MB")
                    + (mostPictures == Integer.MAX_VALUE ? "" : ", " + mostPictures + " pictures at most");
            return kept + room + "."
                    + (nearly() ? " The room is nearly used up: throw away pictures you do not need." : "");
        }

        private static long megabytes(long bytes) {
            return Math.round(bytes / (double) MEGABYTE);
        }
    }

    Used used(Collector me) {
        ReadingStore.Room room = store.room(me);
        return new Used(room.pictures(), room.bytes(), mostPictures, mostBytes);
    }

    /** @throws Taken if more is kept than may be, after pictures came in with others */
    void check(Collector me) {
        Used used = used(me);
        if (used.pictures <= mostPictures && used.bytes <= mostBytes) return;
        throw new Taken(
                "no-room",
                "There is no room for all these pictures: " + used.said()
                        + " Nothing was brought in. Bring in collection.json without them, or throw pictures away first.",
                null);
    }

    /** @throws Taken if so many bytes more have no room */
    void require(Collector me, long bytes) {
        Used used = used(me);
        if (used.pictures < mostPictures && used.bytes + bytes <= mostBytes) return;
        throw new Taken(
                "no-room",
                "There is no room for this picture: " + used.said()
                        + " It was not taken. Throw away pictures you do not need, or scan at 200 dpi.",
                null);
    }
}
