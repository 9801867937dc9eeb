package molvet.server.choosing;

import java.math.BigDecimal;
import molvet.core.measure.Decimals;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Shortlists: the three questions, trials, notes of research, the final cut, and what follows from it. */
@RestController
class ShortlistController {
    private final Shortlists shortlists;
    private final ShortlistViews views;
    private final ShortlistQuestions questions;
    private final ShortlistCut cut;

    ShortlistController(Shortlists shortlists, ShortlistViews views, ShortlistQuestions questions, ShortlistCut cut) {
        this.shortlists = shortlists;
        this.views = views;
        this.questions = questions;
        this.cut = cut;
    }

    @GetMapping("/api/shortlists")
    ShortlistViews.ShortlistList list(Collector me) {
        return views.list(me);
    }

    @PostMapping("/api/shortlists")
    @ResponseStatus(HttpStatus.CREATED)
    ShortlistViews.ShortlistPage add(Collector me, @RequestBody Shortlists.NewShortlist typed) {
        return page(me, shortlists.add(me, typed));
    }

    @GetMapping("/api/shortlists/{shortlist}")
    ShortlistViews.ShortlistPage page(Collector me, @PathVariable long shortlist) {
        return views.page(me, shortlists.shortlist(me, shortlist));
    }

    @PutMapping("/api/shortlists/{shortlist}")
    ShortlistViews.ShortlistPage change(
            Collector me, @PathVariable long shortlist, @RequestBody Shortlists.NewShortlist typed) {
        shortlists.change(me, shortlist, typed);
        return page(me, shortlist);
    }

    @DeleteMapping("/api/shortlists/{shortlist}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(Collector me, @PathVariable long shortlist) {
        shortlists.delete(me, shortlist);
    }

    /** What is mixed most, loved, and used most, from the record. */
    @GetMapping("/api/shortlists/{shortlist}/questions")
    ShortlistQuestions.QuestionsAnswered questions(Collector me, @PathVariable long shortlist) {
        return questions.questions(me, shortlists.shortlist(me, shortlist));
    }

    record PutOnList(ShortlistViews.ShortlistPage shortlist, Shortlists.Put put) {}

    @PostMapping("/api/shortlists/{shortlist}/candidates")
    PutOnList put(Collector me, @PathVariable long shortlist, @RequestBody Shortlists.Candidates typed) {
        Shortlists.Put put = shortlists.put(me, shortlist, typed);
        return new PutOnList(page(me, shortlist), put);
    }

    @PutMapping("/api/shortlists/candidates/{shortlist_candidate}")
    ShortlistViews.ShortlistPage changeCandidate(
            Collector me,
            @PathVariable("shortlist_candidate") long candidate,
            @RequestBody Shortlists.ChangedCandidate typed) {
        return page(me, shortlists.change(me, candidate, typed));
    }

    @DeleteMapping("/api/shortlists/candidates/{shortlist_candidate}")
    ShortlistViews.ShortlistPage removeCandidate(Collector me, @PathVariable("shortlist_candidate") long candidate) {
        return page(me, shortlists.remove(me, candidate));
    }

    @PostMapping("/api/shortlists/candidates/{shortlist_candidate}/marks")
    ShortlistViews.ShortlistPage mark(
            Collector me, @PathVariable("shortlist_candidate") long candidate, @RequestBody Shortlists.NewMark typed) {
        return page(me, shortlists.mark(me, candidate, typed));
    }

    /** The best choices by the worth of {@code /api/shortlists/choose}; nothing is kept. */
    @PostMapping("/api/shortlists/{shortlist}/cut")
    ShortlistCut.CutView cut(Collector me, @PathVariable long shortlist, @RequestBody ShortlistCut.CutWanted asked) {
        ShortlistCut.Demand demand = Fields.text(asked.demand()).isBlank()
                ? null
                : Fields.one("demand", asked.demand(), ShortlistCut.Demand.values());
        BigDecimal more = Fields.text(asked.more()).isBlank() ? BigDecimal.ZERO : Decimals.parse("more", asked.more());
        return cut.cut(me, shortlists.shortlist(me, shortlist), asked, demand, more);
    }

    @PostMapping("/api/shortlists/{shortlist}/decision")
    ShortlistViews.ShortlistPage decide(
            Collector me, @PathVariable long shortlist, @RequestBody Shortlists.Decision typed) {
        shortlists.decide(me, shortlist, typed);
        return page(me, shortlist);
    }

    record OrderDraft(long arrival) {}

    @PostMapping("/api/shortlists/{shortlist}/order")
    @ResponseStatus(HttpStatus.CREATED)
    OrderDraft order(Collector me, @PathVariable long shortlist) {
        return new OrderDraft(shortlists.order(me, shortlist));
    }

    // ---- research ---------------------------------------------------------------------------------------------------

    /** What was decided of a paint before, and what was read of it. */
    @GetMapping("/api/paints/{paint}/research")
    ShortlistViews.PaintResearch research(Collector me, @PathVariable long paint) {
        return views.research(me, paint);
    }

    @PostMapping("/api/research-notes")
    @ResponseStatus(HttpStatus.CREATED)
    ShortlistViews.PaintResearch note(Collector me, @RequestBody Shortlists.NewNote typed) {
        shortlists.note(me, typed);
        return views.research(me, typed.paint());
    }

    @DeleteMapping("/api/research-notes/{research_note}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void forget(Collector me, @PathVariable("research_note") long note) {
        shortlists.forget(me, note);
    }
}
