package molvet.server.arrival;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import molvet.core.arrival.Pour;
import molvet.core.collection.Accession;
import molvet.core.collection.HoldingForm;
import molvet.server.platform.Collector;
import molvet.server.platform.Room;
import org.springframework.stereotype.Component;

/** When pans may go into the box. */
@Component
class PourDays {
    private final PourStore store;

    PourDays(PourStore store) {
        this.store = store;
    }

    LocalDate ready(PourStore.PourRow p, Pour.Hardening hard) {
        if (p.hardOn() != null) return p.hardOn();
        return (p.secondOn() == null ? p.pouredOn() : p.secondOn()).plusDays(hard.days());
    }

    List<Room.CalendarDay> of(Collector me) {
        List<Pour.Became> own = store.becameHard(me);
        List<Room.CalendarDay> all = new ArrayList<>();
        for (PourStore.PourRow p : store.pours(me)) {
            if (p.boxedOn() != null) continue;
            Pour.Hardening hard = Pour.hardening(p.maker(), p.honey(), own);
            all.add(new Room.CalendarDay(
                    "pour-" + p.id(),
                    ready(p, hard),
                    p.pans() + " × " + HoldingForm.valueOf(p.form()).words() + " of " + p.paint()
                            + " may go into the box",
                    new Accession(p.accession()) + (p.maker().isEmpty() ? "" : ", " + p.maker()) + ". Poured on "
                            + p.pouredOn() + "; " + (p.hardOn() != null ? "found hard" : hard.because())
                            + ". Touch one before you close the lid.",
                    "Are the pans of " + p.paint() + " hard?"));
        }
        return all;
    }
}
