package molvet.bench;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.function.Function;
import java.util.stream.IntStream;
import molvet.core.colour.Film;
import molvet.core.colour.FittedFilm;
import molvet.core.colour.Lab;
import molvet.core.colour.Srgb;
import molvet.core.colour.WashRun;
import molvet.core.colour.Xyz;
import molvet.core.mixing.Ingredient;
import molvet.core.mixing.Learning;
import molvet.core.mixing.Mixture;
import molvet.core.mixing.Prediction;
import molvet.core.mixing.Seen;
import molvet.core.mixing.Traits;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.server.reading.standin.Optics;

/**
 * How true foreseen mixtures are, beside plain averages and a general library for mixing colours, and how fast they are foreseen.
 * Prints lines of the table of benchmarks; the page in Markdown goes into the file that is named.
 */
final class MixingBench {
    private static final int PAIRS = Size.of(120, 12);
    private static final double[] SHARES = {0.25, 0.5, 0.75};
    /** A colour that was read lies so far from the truth, in each of L*, a* and b*. */
    private static final double READ = 0.3;

    private MixingBench() {}

    public static void main(String[] args) throws IOException {
        PigmentReference reference = PigmentReference.standard();
        try (PrintStream page =
                new PrintStream(Files.newOutputStream(Path.of(args[0])), true, StandardCharsets.UTF_8)) {
            page.println("# How true foreseen mixtures are\n");
            page.println(
                    "Made by `./molvet bench mixing`. ΔE00 between what is foreseen and what the painter’s films make, median / 90th"
                            + " percentile. Each paint is known by two colours read to 0.3 in each of L*, a* and b*: full strength and tint; of"
                            + " the stand-in’s its pigment as well. Nothing was fitted to these paints. Middle is compared at equal value.\n");
            List<MixedPaints> all = List.of(
                    MixedPaints.ofTheStandIn(reference),
                    MixedPaints.invented(80, 11, MixedPaints.Thinned.UNTIL_PALE),
                    MixedPaints.invented(80, 12, MixedPaints.Thinned.TO_A_TENTH));
            for (MixedPaints paints : all) new MixingBenchRun(paints, reference, page).run();
        }
        speed(reference);
    }

    private static void speed(PigmentReference reference) {
        MixedPaints paints = MixedPaints.invented(60, 5, MixedPaints.Thinned.UNTIL_PALE);
        long start = System.nanoTime();
        List<Ingredient> in = ingredients(paints, reference, new Random(1));
        double fits = (System.nanoTime() - start) / 1e6 / in.size();
        for (int warm = 0; warm < 2; warm++) everyPair(in);
        start = System.nanoTime();
        int made = everyPair(in);
        double seconds = (System.nanoTime() - start) / 1e9;
        row(
                "every pair of 60 paints at five ratios foreseen, s",
                "%.2f",
                seconds,
                "limit: 2 s",
                seconds / 2,
                "under 1×");
        row(
                "predictions a second on one core",
                "%.0f",
                made / seconds,
                "limit: 2000",
                made / seconds / 2000,
                "over 1×");
        System.out.printf(Locale.ROOT, "| a film found from two colours, ms | %.1f | – | – | told, no goal |%n", fits);
    }

    private static int everyPair(List<Ingredient> in) {
        int made = 0;
        for (int i = 0; i < in.size(); i++) {
            for (int j = 0; j < i; j++) {
                for (int[] r : new int[][] {{1, 1}, {1, 2}, {2, 1}, {1, 3}, {3, 1}}) {
                    Prediction.of(
                            new Mixture(List.of(new Mixture.Part(in.get(i), r[0]), new Mixture.Part(in.get(j), r[1]))));
                    made++;
                }
            }
        }
        return made;
    }

    private static void row(String what, String format, double ours, String limit, double ratio, String goal) {
        System.out.printf(Locale.ROOT, "| %s | " + format + " | %s | %.2f× | %s |%n", what, ours, limit, ratio, goal);
    }

    static Lab read(Lab truth, Random random) {
        return new Lab(
                truth.l() + READ * random.nextGaussian(),
                truth.a() + READ * random.nextGaussian(),
                truth.b() + READ * random.nextGaussian());
    }

    static List<Seen> seen(MixedPaints paints, PigmentReference reference, Random random) {
        return paints.paints().stream()
                .map(p -> {
                    Traits usual = Traits.usual(p.recipe(), reference);
                    return Seen.of(
                                    read(paints.fullOf(p.film()), random),
                                    Optional.of(read(paints.tintOf(p.film()), random)))
                            .with(usual.transparency(), usual.strength());
                })
                .toList();
    }

    static List<Ingredient> ingredients(MixedPaints paints, PigmentReference reference, Random random) {
        return seen(paints, reference, random).stream()
                .map(s -> ingredient(s, s.film()))
                .toList();
    }

    static Ingredient ingredient(Seen s, FittedFilm film) {
        return new Ingredient(0, "a paint", Recipe.NONE, s.run(), film, false, Traits.UNKNOWN);
    }

    /** One set of paints: what is foreseen, beside its peers. */
    private record MixingBenchRun(MixedPaints paints, PigmentReference reference, PrintStream page) {
        private record Asked(int one, int other, double share) {}

        private record Off(double[] full, double[] middle, double[] tint) {
            static Off of(int n) {
                return new Off(new double[n], new double[n], new double[n]);
            }

            String words() {
                return words(full) + " | " + words(middle) + " | " + words(tint);
            }

            private static String words(double[] of) {
                return String.format(Locale.ROOT, "%.2f / %.2f", at(of, 0.5), at(of, 0.9));
            }

            static double at(double[] of, double share) {
                double[] sorted = of.clone();
                Arrays.sort(sorted);
                return sorted[(int) Math.min(sorted.length - 1, share * sorted.length)];
            }
        }

        private List<Asked> asked(long seed, int pairs) {
            Random random = new Random(seed);
            List<Asked> all = new ArrayList<>();
            for (int i = 0; i < pairs; i++) {
                int one = random.nextInt(paints.paints().size());
                int other = (one + 1 + random.nextInt(paints.paints().size() - 1))
                        % paints.paints().size();
                for (double share : SHARES) all.add(new Asked(one, other, share));
            }
            return all;
        }

        void run() throws IOException {
            List<Asked> asked = asked(3, PAIRS);
            List<Seen> seen = seen(paints, reference, new Random(1));
            List<FittedFilm> films = seen.stream().map(Seen::film).toList();
            page.println("## " + paints.title() + "\n\n" + paints.paints().size() + " paints, " + asked.size()
                    + " mixtures at 3:1, 1:1 and 1:3.\n\n| | full | middle | tint |\n|---|---|---|---|");
            Off ours = foreseen(asked, seen, films, true);
            line("Molvet", ours);
            Off densities = averaged(asked, c -> ln(c.toXyz()), v -> Lab.ofXyz(exp(v)));
            line("averages of densities", densities);
            line("plain averages in sRGB", averaged(asked, MixingBenchRun::srgb, MixingBenchRun::lab));
            line("spectral.js 3.0.0", spectral(asked));
            for (int each : new int[] {1, 3, 10}) {
                line(
                        "Molvet, after " + each + " painted mixture" + (each == 1 ? "" : "s") + " a paint",
                        taught(asked, seen, films, each));
            }
            page.printf(
                    Locale.ROOT,
                    "%nBeside averages of densities at full strength: %.2f×. Within what was said of nine in ten: %.0f %%.%n%n",
                    Off.at(ours.full, 0.5) / Off.at(densities.full, 0.5),
                    100 * within);
            row(
                    "mixtures of " + paints.title() + ", median ΔE00 at full strength",
                    "%.2f",
                    Off.at(ours.full, 0.5),
                    String.format(Locale.ROOT, "averages of densities: %.2f", Off.at(densities.full, 0.5)),
                    Off.at(ours.full, 0.5) / Off.at(densities.full, 0.5),
                    "at most 0.45×");
        }

        private static double within;

        private void line(String who, Off off) {
            page.println("| " + who + " | " + off.words() + " |");
        }

        private Off foreseen(List<Asked> asked, List<Seen> seen, List<FittedFilm> films, boolean count) {
            Off off = Off.of(asked.size());
            int held = 0;
            for (int i = 0; i < asked.size(); i++) {
                Asked a = asked.get(i);
                Prediction p = Prediction.of(new Mixture(List.of(
                        new Mixture.Part(ingredient(seen.get(a.one), films.get(a.one)), 1 - a.share),
                        new Mixture.Part(ingredient(seen.get(a.other), films.get(a.other)), a.share))));
                Optics.Film truth = paints.mixed(a.one, a.other, a.share);
                Lab middle = paints.middleOf(truth);
                off.full[i] = p.massTone().differenceFrom(paints.fullOf(truth));
                Film film = p.film();
                off.middle[i] = film.at(film.thicknessAt(middle.l(), 1)).differenceFrom(middle);
                off.tint[i] = p.tint().differenceFrom(paints.tintOf(truth));
                if (off.full[i] <= p.uncertainty()) held++;
            }
            if (count) within = held / (double) asked.size();
            return off;
        }

        private Off taught(List<Asked> asked, List<Seen> seen, List<FittedFilm> films, int each) {
            Random random = new Random(each);
            int n = paints.paints().size();
            List<Learning.Painted> painted = new ArrayList<>();
            for (int i = 0; i < n * each; i++) {
                // Every mixture teaches two paints.
                if (i % 2 == 1) continue;
                int one = i / Math.max(1, each) % n;
                int other = (one + 1 + random.nextInt(n - 1)) % n;
                double share = SHARES[random.nextInt(3)];
                Optics.Film truth = paints.mixed(one, other, share);
                painted.add(new Learning.Painted(
                        Map.of((long) one, 1 - share, (long) other, share),
                        1,
                        read(paints.fullOf(truth), random),
                        Optional.of(read(paints.tintOf(truth), random))));
            }
            Map<Long, Seen> byId = new HashMap<>();
            for (int i = 0; i < n; i++) byId.put((long) i, seen.get(i));
            Map<Long, Learning.Learnt> learnt = Learning.of(byId, painted);
            List<FittedFilm> now = IntStream.range(0, n)
                    .mapToObj(i ->
                            learnt.containsKey((long) i) ? learnt.get((long) i).film() : films.get(i))
                    .toList();
            return foreseen(asked, seen, now, false);
        }

        private Off averaged(List<Asked> asked, Function<Lab, double[]> as, Function<double[], Lab> back) {
            Off off = Off.of(asked.size());
            for (int i = 0; i < asked.size(); i++) {
                Asked a = asked.get(i);
                Optics.Film one = paints.paints().get(a.one).film();
                Optics.Film other = paints.paints().get(a.other).film();
                Optics.Film truth = paints.mixed(a.one, a.other, a.share);
                off.full[i] = mean(as, back, paints.fullOf(one), paints.fullOf(other), a.share)
                        .differenceFrom(paints.fullOf(truth));
                Lab middle = paints.middleOf(truth);
                List<Lab> run = new ArrayList<>();
                run.add(mean(as, back, paints.fullOf(one), paints.fullOf(other), a.share));
                run.add(mean(as, back, paints.middleOf(one), paints.middleOf(other), a.share));
                run.add(mean(as, back, paints.tintOf(one), paints.tintOf(other), a.share));
                off.middle[i] = new WashRun(run, false).at(middle.l()).differenceFrom(middle);
                off.tint[i] = run.get(2).differenceFrom(paints.tintOf(truth));
            }
            return off;
        }

        private static Lab mean(
                Function<Lab, double[]> as, Function<double[], Lab> back, Lab one, Lab other, double share) {
            double[] a = as.apply(one);
            double[] b = as.apply(other);
            return back.apply(IntStream.range(0, 3)
                    .mapToDouble(i -> (1 - share) * a[i] + share * b[i])
                    .toArray());
        }

        private static double[] ln(Xyz c) {
            return new double[] {
                Math.log(Math.max(1e-4, c.x())), Math.log(Math.max(1e-4, c.y())), Math.log(Math.max(1e-4, c.z()))
            };
        }

        private static Xyz exp(double[] v) {
            return new Xyz(Math.exp(v[0]), Math.exp(v[1]), Math.exp(v[2]));
        }

        private static double[] srgb(Lab c) {
            Srgb s = Srgb.ofLab(c);
            return new double[] {s.r(), s.g(), s.b()};
        }

        private static Lab lab(double[] v) {
            return new Srgb(v[0], v[1], v[2]).toLab();
        }

        private Off spectral(List<Asked> asked) throws IOException {
            Off off = Off.of(asked.size());
            StringBuilder lines = new StringBuilder();
            for (Asked a : asked) {
                Optics.Film one = paints.paints().get(a.one).film();
                Optics.Film other = paints.paints().get(a.other).film();
                lines.append(line(paints.fullOf(one), paints.fullOf(other), a.share));
                lines.append(line(paints.middleOf(one), paints.middleOf(other), a.share));
                lines.append(line(paints.tintOf(one), paints.tintOf(other), a.share));
            }
            Path in = Files.createTempFile("mixtures", ".txt");
            Path out = Files.createTempFile("mixed", ".txt");
            Files.writeString(in, lines);
            new ProcessBuilder("node", "bench/src/main/js/spectral.mjs")
                    .redirectInput(in.toFile())
                    .redirectOutput(out.toFile())
                    .redirectError(ProcessBuilder.Redirect.INHERIT)
                    .start()
                    .onExit()
                    .join();
            List<String> answers = Files.readAllLines(out);
            for (int i = 0; i < asked.size(); i++) {
                Asked a = asked.get(i);
                Optics.Film truth = paints.mixed(a.one, a.other, a.share);
                List<Lab> run = List.of(
                        parsed(answers.get(3 * i)), parsed(answers.get(3 * i + 1)), parsed(answers.get(3 * i + 2)));
                Lab middle = paints.middleOf(truth);
                off.full[i] = run.get(0).differenceFrom(paints.fullOf(truth));
                off.middle[i] = new WashRun(run, false).at(middle.l()).differenceFrom(middle);
                off.tint[i] = run.get(2).differenceFrom(paints.tintOf(truth));
            }
            Files.delete(in);
            Files.delete(out);
            return off;
        }

        private static String line(Lab one, Lab other, double share) {
            double[] a = srgb(one);
            double[] b = srgb(other);
            return String.format(
                    Locale.ROOT,
                    "%.3f %.3f %.3f %.3f %.3f %.3f %.3f %.3f%n",
                    shown(a[0]),
                    shown(a[1]),
                    shown(a[2]),
                    1 - share,
                    shown(b[0]),
                    shown(b[1]),
                    shown(b[2]),
                    share);
        }

        private static double shown(double v) {
            return 255 * Math.max(0, Math.min(1, v));
        }

        private static Lab parsed(String line) {
            double[] v = Arrays.stream(line.split(" "))
                    .mapToDouble(s -> Double.parseDouble(s) / 255)
                    .toArray();
            return lab(v);
        }
    }
}
