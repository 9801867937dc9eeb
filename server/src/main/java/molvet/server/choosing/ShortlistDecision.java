package molvet.server.choosing;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.stream.Collectors;
import molvet.core.choosing.FinalCut;
import molvet.core.choosing.TrialMark;
import molvet.core.measure.Refusal;
import molvet.server.choosing.KnownCandidates.Known;
import molvet.server.choosing.KnownCandidates.One;
import molvet.server.choosing.ShortlistStore.MarkRow;
import molvet.server.choosing.ShortlistStore.ShortlistRow;
import molvet.server.platform.Collector;
import org.springframework.stereotype.Component;

/** A decision on a shortlist: why each was chosen or passed over, and the order of what is not owned. */
@Component
class ShortlistDecision {
    private final KnownCandidates candidates;

    ShortlistDecision(KnownCandidates candidates) {
        this.candidates = candidates;
    }

    /** Why each was chosen or passed over, in a sentence, by candidate. */
    Map<Long, String> reasons(Collector me, ShortlistRow s, List<Long> chosen, String why) {
        Known known = candidates.known(me, s);
        Map<Long, One> by =
                known.all().stream().collect(Collectors.toMap(c -> c.row().id(), c -> c));
        if (chosen.isEmpty() || !by.keySet().containsAll(chosen)) {
            throw Refusal.of(
                    "chosen",
                    chosen.isEmpty()
                            ? "Nothing is chosen. Nothing was kept."
                            : "One of the chosen stands on this shortlist no more. Nothing was kept.",
                    "Make the final cut again.");
        }
        List<One> all = known.all();
        FinalCut.Question question = new FinalCut.Question(
                all.stream()
                        .map(c -> new FinalCut.Candidate(c.lab(), 0, c.counts(), false, c.guessed()))
                        .toList(),
                Math.max(1, Math.min(FinalCut.MOST_WELLS, chosen.size())),
                OptionalLong.empty());
        List<Integer> in = List.copyOf(
                ShortlistCut.indices(all, c -> chosen.contains(c.row().id())));
        Map<Long, String> reasons = new HashMap<>();
        new FinalCut(in, 0, 0, false)
                .leftOut(question, j -> all.get(j).paint().name())
                .forEach(l -> {
                    One c = all.get(l.candidate());
                    String trial = c.mark().filter(m -> m == TrialMark.NO).isPresent() ? trial(c) + " " : "";
                    reasons.put(c.row().id(), trial + l.reason());
                });
        for (int j : in) {
            One c = all.get(j);
            List<String> said = new ArrayList<>();
            if (!why.isEmpty()) said.add(ended(why));
            if (!c.row().reason().isEmpty()) said.add(ended(c.row().reason()));
            if (!c.marks().isEmpty()) said.add(trial(c));
            if (c.row().must()) said.add("It had to stay.");
            if (said.isEmpty()) said.add("One of " + chosen.size() + " out of " + all.size() + ".");
            reasons.put(c.row().id(), String.join(" ", said));
        }
        return reasons;
    }

    static String ended(String said) {
        return said.endsWith(".") ? said : said + ".";
    }

    private static String trial(One c) {
        MarkRow m = c.marks().get(0);
        String mark = TrialMark.valueOf(m.mark()).words();
        return "Marked " + mark + (m.word().isEmpty() ? "" : ": “" + m.word() + "”") + ".";
    }

    /** A line for each that was chosen and is not owned. */
    String order(Collector me, ShortlistRow s) {
        return candidates.known(me, s).all().stream()
                .filter(c -> c.row().decided().equals(Shortlists.Decided.CHOSEN.name()))
                .filter(c -> !c.paint().standing().equals("OWNED"))
                .map(c -> {
                    List<String> parts = new ArrayList<>();
                    parts.add((c.paint().maker() + " " + c.paint().name()).strip());
                    if (!c.paint().recipe().isEmpty())
                        parts.add(c.paint().recipe().replace(" + ", " "));
                    if (c.price().cents().isPresent()) {
                        parts.add(KnownCandidates.money(c.price().cents().getAsLong(), s.currency()) + " "
                                + s.currency());
                    }
                    return String.join(", ", parts);
                })
                .collect(Collectors.joining("\n"));
    }
}
