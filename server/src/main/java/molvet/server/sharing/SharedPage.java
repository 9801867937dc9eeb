package molvet.server.sharing;

import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import molvet.core.measure.DayInWords;
import molvet.server.platform.PrintedAddress;
import org.springframework.stereotype.Component;
import org.springframework.web.util.HtmlUtils;

/** A shared thing as a page that needs no script. */
@Component
class SharedPage {
    private final PrintedAddress address;

    SharedPage(PrintedAddress address) {
        this.address = address;
    }

    String of(Shown shown, String word) {
        String title = text(shown.title());
        String under = shown.kind().equals("paint")
                ? "A paint"
                : "A " + shown.kind() + ", " + counted(shown.paints().size(), "paint")
                        + (shown.mixtures().isEmpty()
                                ? ""
                                : " and " + counted(shown.mixtures().size(), "mixture"));
        String picture = address.base() + "/s/" + word + "/picture.png";
        String head = "<meta property=\"og:title\" content=\"" + title + "\">"
                + "<meta property=\"og:description\" content=\"" + text(under) + "\">"
                + "<meta property=\"og:image\" content=\"" + text(picture) + "\">";
        String body = "<h1>" + title + "</h1><p class=\"quiet\">" + text(under) + ", as of <time datetime=\""
                + text(shown.on())
                + "\">" + DayInWords.of(LocalDate.parse(shown.on())) + "</time></p>"
                + shown.said().stream().map(s -> "<p>" + text(s) + "</p>").collect(Collectors.joining())
                + "<ol>" + shown.paints().stream().map(SharedPage::paint).collect(Collectors.joining()) + "</ol>"
                + mixtures(shown.mixtures());
        return page(title, head, body);
    }

    String nothing(String why) {
        return page("Nothing here", "", "<h1>Nothing here</h1><p>" + text(why) + "</p>");
    }

    String later() {
        return page(
                "Not just now",
                "",
                "<h1>Not just now</h1><p>The collection does not answer at this moment. The link is not to blame:"
                        + " look again in a minute.</p>");
    }

    private static String page(String title, String head, String body) {
        return "<!doctype html><html lang=\"en\"><head><meta charset=\"utf-8\">"
                + "<meta name=\"viewport\" content=\"width=device-width, initial-scale=1\">"
                + "<meta name=\"robots\" content=\"noindex, nofollow\"><title>" + title + " · Molvet</title>" + head
                + "<link rel=\"stylesheet\" href=\"/s/style.css\"></head><body><main>" + body
                + "</main><footer>Shown with Molvet. Colours as measured, within what a screen can show.</footer></body></html>";
    }

    private static String mixtures(List<Shown.ShownMixture> mixtures) {
        if (mixtures.isEmpty()) return "";
        return "<h2>Mixtures</h2><ol>"
                + mixtures.stream()
                        .map(m -> "<li>" + strip(m.words(), m.strip()) + "<div><p><b>" + text(m.words())
                                + "</b></p></div></li>")
                        .collect(Collectors.joining())
                + "</ol>";
    }

    private static String paint(Shown.ShownPaint p) {
        String line = Stream.of(p.maker(), String.join(" + ", p.recipe()), p.price(), p.place())
                .filter(t -> t != null && !t.isEmpty())
                .map(SharedPage::text)
                .collect(Collectors.joining(" · "));
        return "<li>" + strip(p.name(), p.strip()) + "<div><p>"
                + (p.where().isEmpty() ? "" : "<span class=\"where\">" + text(p.where()) + "</span> ")
                + "<b>" + text(p.name()) + "</b></p><p>" + line + "</p>"
                + (p.traits().isEmpty() ? "" : "<p class=\"quiet\">" + text(String.join(", ", p.traits())) + "</p>")
                + (p.note() == null || p.note().isEmpty() ? "" : "<p>" + text(p.note()) + "</p>")
                + "</div></li>";
    }

    /** Rectangles with colours of their own: a style on an element is not let through by the page’s policy. */
    private static String strip(String name, List<String> stops) {
        if (stops.isEmpty()) return "<div class=\"none\" role=\"img\" aria-label=\"not measured\"></div>";
        StringBuilder out = new StringBuilder("<svg viewBox=\"0 0 " + stops.size()
                + " 1\" preserveAspectRatio=\"none\" role=\"img\" aria-label=\"" + text(name)
                + ", full strength to palest\">");
        for (int i = 0; i < stops.size(); i++) {
            out.append("<rect x=\"")
                    .append(i)
                    .append("\" width=\"1.02\" height=\"1\" fill=\"")
                    .append(text(stops.get(i)))
                    .append("\"/>");
        }
        return out.append("</svg>").toString();
    }

    private static String counted(int n, String of) {
        return n == 1 ? "one " + of : String.format(Locale.ROOT, "%d %ss", n, of);
    }

    private static String text(String plain) {
        return HtmlUtils.htmlEscape(plain, "UTF-8");
    }
}
