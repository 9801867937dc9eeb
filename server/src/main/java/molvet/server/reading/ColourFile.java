package molvet.server.reading;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.StringReader;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import javax.xml.stream.XMLStreamWriter;
import molvet.core.colour.Lab;
import molvet.core.colour.Spectrum;
import molvet.core.colour.Srgb;
import molvet.core.colour.Xyz;
import molvet.core.measure.Refusal;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;

/**
 * Colours with names, as meters write them and other programs read them: CGATS.17 text, CxF3 (ISO 17972-1, plain colour values
 * and spectra), comma-separated values, GIMP palettes, and lines typed by hand.
 */
final class ColourFile {
    static final int MOST_VALUES = 5000;
    private static final String CXF = "http://colorexchangeformat.com/CxF3-core";
    private static final Pattern TYPED = Pattern.compile(
            "^(.*?)[\\s,;:]*(?:L\\*?\\s*=?\\s*)?(-?\\d+(?:[.,]\\d+)?)[\\s;,]+(?:a\\*?\\s*=?\\s*)?(-?\\d+(?:[.,]\\d+)?)[\\s;,]+"
                    + "(?:b\\*?\\s*=?\\s*)?(-?\\d+(?:[.,]\\d+)?)\\s*$");
    private static final Pattern PALETTE = Pattern.compile("^\\s*(\\d{1,3})\\s+(\\d{1,3})\\s+(\\d{1,3})\\s*(.*)$");

    private ColourFile() {}

    /** One colour. @param line of the file, from 1; 0 where that says nothing */
    record Named(String name, Lab lab, Optional<Spectrum> spectrum, int line) {
        static Named of(String name, Lab lab) {
            return new Named(name, lab, Optional.empty(), 0);
        }
    }

    // ---- in ---------------------------------------------------------------------------------------------------------

    /** Tells the format by what the file begins with. @throws Refusal naming every line that cannot be read */
    static List<Named> read(byte[] bytes) {
        String text = new String(bytes, StandardCharsets.UTF_8).replace("\uFEFF", "");
        String start = text.stripLeading();
        List<Named> all;
        if (start.startsWith("<")) all = cxf(bytes);
        else if (start.startsWith("GIMP Palette")) all = palette(text);
        else if (text.contains("BEGIN_DATA_FORMAT")) all = cgats(text);
        else if (header(text).isPresent()) all = csv(text);
        else all = typed(text);
        if (all.isEmpty()) {
            throw Refusal.of(
                    "file", "There is no colour in it.", "Give CGATS.17, CxF3, CSV, or lines of a name and L* a* b*.");
        }
        if (all.size() > MOST_VALUES) {
            throw Refusal.of("file", all.size() + " colours are more than are taken at once.", "Send up to 5,000.");
        }
        return all;
    }

    private static List<Named> typed(String text) {
        List<Named> all = new ArrayList<>();
        List<Refusal.Fault> faults = new ArrayList<>();
        String[] lines = text.split("\\R");
        for (int i = 0; i < lines.length; i++) {
            if (lines[i].isBlank()) continue;
            Matcher m = TYPED.matcher(lines[i]);
            if (!m.matches()) {
                faults.add(new Refusal.Fault(
                        "line " + (i + 1), "No three numbers were found at its end.", "Write a name, then L* a* b*."));
                continue;
            }
            add(all, faults, m.group(1).strip(), number(m.group(2)), number(m.group(3)), number(m.group(4)), i + 1);
        }
        if (!faults.isEmpty()) throw new Refusal(faults);
        return all;
    }

    private static double number(String text) {
        return Double.parseDouble(text.strip().replace(',', '.'));
    }

    private static void add(
            List<Named> all, List<Refusal.Fault> faults, String name, double l, double a, double b, int line) {
        try {
            all.add(new Named(cut(name), new Lab(l, a, b), Optional.empty(), line));
        } catch (Refusal e) {
            faults.add(new Refusal.Fault(
                    "line " + line, e.getMessage(), e.faults().get(0).suggestion()));
        }
    }

    private static String cut(String name) {
        String plain = name.replaceAll("\\p{Cntrl}", " ").strip();
        return plain.length() > 200 ? plain.substring(0, 200) : plain;
    }

    /** CGATS.17-2009: fields named in BEGIN_DATA_FORMAT, rows of BEGIN_DATA in that order. */
    private static List<Named> cgats(String text) {
        List<String> fields = new ArrayList<>();
        List<Named> all = new ArrayList<>();
        List<Refusal.Fault> faults = new ArrayList<>();
        boolean inFormat = false;
        boolean inData = false;
        String[] lines = text.split("\\R");
        for (int i = 0; i < lines.length; i++) {
            String line = lines[i].strip();
            if (line.isEmpty() || line.startsWith("#")) continue;
            switch (line) {
                case "BEGIN_DATA_FORMAT" -> inFormat = true;
                case "END_DATA_FORMAT" -> inFormat = false;
                case "BEGIN_DATA" -> inData = true;
                case "END_DATA" -> inData = false;
                default -> {
                    if (inFormat) fields.addAll(words(line));
                    else if (inData) row(fields, words(line), i + 1, all, faults);
                }
            }
        }
        if (!faults.isEmpty()) throw new Refusal(faults);
        return all;
    }

    private static void row(
            List<String> fields, List<String> values, int line, List<Named> all, List<Refusal.Fault> faults) {
        Map<String, String> by = new LinkedHashMap<>();
        for (int i = 0; i < fields.size() && i < values.size(); i++) {
            by.put(fields.get(i).toUpperCase(Locale.ROOT), values.get(i));
        }
        if (values.size() < fields.size()) {
            faults.add(new Refusal.Fault(
                    "line " + line,
                    values.size() + " values stand for " + fields.size() + " fields.",
                    "Put names of several words in quotation marks."));
            return;
        }
        String name =
                by.getOrDefault("SAMPLE_NAME", by.getOrDefault("SAMPLE_ID", "")).strip();
        try {
            // A spectrum is taken first: of the colour beside it a file may not say under which light.
            Optional<Spectrum> spectrum = spectrum(by);
            if (spectrum.isPresent()) {
                all.add(new Named(cut(name), spectrum.get().toLab(), spectrum, line));
            } else if (by.containsKey("LAB_L")) {
                add(all, faults, name, number(by.get("LAB_L")), number(by.get("LAB_A")), number(by.get("LAB_B")), line);
            } else if (by.containsKey("XYZ_X")) {
                // CGATS writes tristimulus values with Y = 100.
                Lab lab = Lab.ofXyz(new Xyz(
                        number(by.get("XYZ_X")) / 100, number(by.get("XYZ_Y")) / 100, number(by.get("XYZ_Z")) / 100));
                all.add(new Named(cut(name), lab, Optional.empty(), line));
            } else {
                faults.add(new Refusal.Fault(
                        "line " + line,
                        "There is no LAB_L, XYZ_X or spectrum from 380 to 730 nm.",
                        "Export one of these."));
            }
        } catch (NumberFormatException | NullPointerException e) {
            faults.add(new Refusal.Fault("line " + line, "A number of it cannot be read.", "Write it with a point."));
        } catch (Refusal e) {
            faults.add(new Refusal.Fault("line " + line, e.getMessage(), ""));
        }
    }

    private static Optional<Spectrum> spectrum(Map<String, String> by) {
        Double[] bands = new Double[Spectrum.BANDS];
        by.forEach((field, value) -> {
            Matcher m = Pattern.compile("(?:SPECTRAL_NM_?|SPEC_|NM_?|R_?)?(\\d{3})(?:NM)?")
                    .matcher(field);
            if (!m.matches()) return;
            int nm = Integer.parseInt(m.group(1));
            if (nm >= Spectrum.FIRST && nm <= Spectrum.LAST && nm % Spectrum.STEP == 0) {
                bands[(nm - Spectrum.FIRST) / Spectrum.STEP] = number(value);
            }
        });
        if (Arrays.stream(bands).anyMatch(b -> b == null)) return Optional.empty();
        // Some meters write percent.
        double most = Arrays.stream(bands).mapToDouble(b -> b).max().orElse(0);
        return Optional.of(new Spectrum(
                Arrays.stream(bands).map(b -> most > 2 ? b / 100 : b).toList()));
    }

    private static List<String> words(String line) {
        List<String> all = new ArrayList<>();
        Matcher m = Pattern.compile("\"([^\"]*)\"|(\\S+)").matcher(line);
        while (m.find()) all.add(m.group(1) != null ? m.group(1) : m.group(2));
        return all;
    }

    private static List<Named> palette(String text) {
        List<Named> all = new ArrayList<>();
        String[] lines = text.split("\\R");
        for (int i = 0; i < lines.length; i++) {
            Matcher m = PALETTE.matcher(lines[i]);
            if (!m.matches()) continue;
            Srgb c = Srgb.of8bit(
                    Math.min(255, Integer.parseInt(m.group(1))),
                    Math.min(255, Integer.parseInt(m.group(2))),
                    Math.min(255, Integer.parseInt(m.group(3))));
            all.add(new Named(cut(m.group(4)), c.toLab(), Optional.empty(), i + 1));
        }
        return all;
    }

    private record Header(CSVFormat format, String name, String l, String a, String b) {}

    private static Optional<Header> header(String text) {
        String first = text.lines().filter(l -> !l.isBlank()).findFirst().orElse("");
        char separator = first.contains("\t") ? '\t' : first.contains(";") ? ';' : ',';
        List<String> names = Arrays.stream(first.split(Pattern.quote(String.valueOf(separator))))
                .map(h -> h.strip().replace("\"", ""))
                .toList();
        String l = find(names, "l", "l*", "lab_l", "lab l", "mass_l");
        String a = find(names, "a", "a*", "lab_a", "lab a", "mass_a");
        String b = find(names, "b", "b*", "lab_b", "lab b", "mass_b");
        if (l == null || a == null || b == null) return Optional.empty();
        String name = find(names, "name", "sample_name", "sample", "colour", "paint", "sample_id", "id");
        return Optional.of(new Header(
                CSVFormat.DEFAULT
                        .builder()
                        .setDelimiter(separator)
                        .setHeader(names.toArray(String[]::new))
                        .setSkipHeaderRecord(true)
                        .setIgnoreEmptyLines(true)
                        .setTrim(true)
                        .get(),
                name == null ? names.get(0) : name,
                l,
                a,
                b));
    }

    private static String find(List<String> names, String... wanted) {
        return names.stream()
                .filter(n -> Arrays.asList(wanted).contains(n.toLowerCase(Locale.ROOT)))
                .findFirst()
                .orElse(null);
    }

    private static List<Named> csv(String text) {
        Header h = header(text).orElseThrow();
        List<Named> all = new ArrayList<>();
        List<Refusal.Fault> faults = new ArrayList<>();
        try (var parser = h.format.parse(new StringReader(text))) {
            for (CSVRecord r : parser) {
                int line = (int) r.getRecordNumber() + 1;
                try {
                    // A guard against formulas, put there on the way out, is no part of a name.
                    String name = r.get(h.name).replaceFirst("^'(?=[=+\\-@])", "");
                    add(all, faults, name, number(r.get(h.l)), number(r.get(h.a)), number(r.get(h.b)), line);
                } catch (IllegalArgumentException e) {
                    faults.add(new Refusal.Fault(
                            "line " + line, "Its numbers cannot be read.", "Three columns l, a and b are wanted."));
                }
            }
        } catch (IOException | java.io.UncheckedIOException | IllegalStateException e) {
            throw Refusal.of("file", "The table is broken: a quotation mark is open.", "Export it again.");
        }
        if (!faults.isEmpty()) throw new Refusal(faults);
        return all;
    }

    /** Names and plain values; nothing outside the file is ever fetched. */
    private static List<Named> cxf(byte[] bytes) {
        XMLInputFactory factory = XMLInputFactory.newFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        List<Named> all = new ArrayList<>();
        String name = "";
        Double l = null;
        Double a = null;
        Double b = null;
        Optional<Spectrum> spectrum = Optional.empty();
        try {
            XMLStreamReader xml = factory.createXMLStreamReader(new ByteArrayInputStream(bytes));
            while (xml.hasNext()) {
                int event = xml.next();
                if (event == XMLStreamConstants.START_ELEMENT) {
                    switch (xml.getLocalName()) {
                        case "Object" -> {
                            name = Optional.ofNullable(xml.getAttributeValue(null, "Name"))
                                    .orElse("");
                            l = a = b = null;
                            spectrum = Optional.empty();
                        }
                        case "L" -> l = number(xml.getElementText());
                        case "A" -> a = number(xml.getElementText());
                        case "B" -> b = number(xml.getElementText());
                        case "ReflectanceSpectrum" ->
                            spectrum = reflectance(xml.getAttributeValue(null, "StartWL"), xml.getElementText());
                        default -> {}
                    }
                } else if (event == XMLStreamConstants.END_ELEMENT
                        && xml.getLocalName().equals("Object")) {
                    if (l != null && a != null && b != null) {
                        all.add(new Named(cut(name), new Lab(l, a, b), spectrum, 0));
                    } else if (spectrum.isPresent()) {
                        all.add(new Named(cut(name), spectrum.get().toLab(), spectrum, 0));
                    }
                    if (all.size() > MOST_VALUES) break;
                }
            }
            return all;
        } catch (XMLStreamException | NumberFormatException e) {
            throw Refusal.of("file", "The CxF file is broken.", "Export it again as CxF3, or as CGATS.17.");
        }
    }

    private static Optional<Spectrum> reflectance(String start, String text) {
        double[] values = Arrays.stream(text.strip().split("\\s+"))
                .mapToDouble(ColourFile::number)
                .toArray();
        int from = start == null ? Spectrum.FIRST : (int) number(start);
        List<Double> bands = new ArrayList<>();
        for (int nm = Spectrum.FIRST; nm <= Spectrum.LAST; nm += Spectrum.STEP) {
            int at = (nm - from) / Spectrum.STEP;
            if (nm < from || at >= values.length) return Optional.empty();
            bands.add(values[at]);
        }
        return Optional.of(new Spectrum(bands));
    }

    // ---- out --------------------------------------------------------------------------------------------------------

    /** With the spectra of all, if all have one. */
    static String cgats(List<Named> all) {
        boolean spectra = all.stream().allMatch(n -> n.spectrum.isPresent());
        StringBuilder bands = new StringBuilder();
        for (int i = 0; spectra && i < Spectrum.BANDS; i++) {
            bands.append(" SPECTRAL_NM_").append(Spectrum.FIRST + i * Spectrum.STEP);
        }
        int fields = 5 + (spectra ? Spectrum.BANDS : 0);
        StringBuilder out = new StringBuilder("CGATS.17\nORIGINATOR \"Molvet\"\n"
                + "WEIGHTING_FUNCTION \"ILLUMINANT,D50\"\nWEIGHTING_FUNCTION \"OBSERVER,2degree\"\n"
                + "NUMBER_OF_FIELDS " + fields + "\nBEGIN_DATA_FORMAT\nSAMPLE_ID SAMPLE_NAME LAB_L LAB_A LAB_B" + bands
                + "\nEND_DATA_FORMAT\n"
                + "NUMBER_OF_SETS " + all.size() + "\nBEGIN_DATA\n");
        int id = 1;
        for (Named n : all) {
            out.append(String.format(
                    Locale.ROOT,
                    "%d \"%s\" %.4f %.4f %.4f",
                    id++,
                    n.name.replace('"', '\''),
                    n.lab.l(),
                    n.lab.a(),
                    n.lab.b()));
            if (spectra) {
                n.spectrum.orElseThrow().reflectance().forEach(r -> out.append(String.format(Locale.ROOT, " %.5f", r)));
            }
            out.append('\n');
        }
        return out.append("END_DATA\n").toString();
    }

    static String palette(String title, List<Named> all) {
        StringBuilder out =
                new StringBuilder("GIMP Palette\nName: " + title.replaceAll("\\R", " ") + "\nColumns: 8\n#\n");
        for (Named n : all) {
            Srgb c = Srgb.ofLab(n.lab);
            out.append(String.format(
                    Locale.ROOT,
                    "%3d %3d %3d\t%s%n",
                    Srgb.byteOf(c.r()),
                    Srgb.byteOf(c.g()),
                    Srgb.byteOf(c.b()),
                    n.name));
        }
        return out.toString();
    }

    static String csv(List<Named> all) {
        StringBuilder out = new StringBuilder("name,l,a,b\r\n");
        for (Named n : all) {
            out.append(CSVFormat.DEFAULT.format(
                            molvet.server.platform.SpreadsheetCells.harmless(n.name),
                            String.format(Locale.ROOT, "%.4f", n.lab.l()),
                            String.format(Locale.ROOT, "%.4f", n.lab.a()),
                            String.format(Locale.ROOT, "%.4f", n.lab.b())))
                    .append("\r\n");
        }
        return out.toString();
    }

    static String cxf(String title, List<Named> all) {
        StringWriter text = new StringWriter();
        try {
            XMLStreamWriter xml = XMLOutputFactory.newFactory().createXMLStreamWriter(text);
            xml.writeStartDocument("UTF-8", "1.0");
            xml.setDefaultNamespace(CXF);
            xml.writeStartElement(CXF, "CxF");
            xml.writeDefaultNamespace(CXF);
            xml.writeStartElement(CXF, "FileInformation");
            element(xml, "Creator", "Molvet");
            element(xml, "Description", title);
            xml.writeEndElement();
            xml.writeStartElement(CXF, "Resources");
            xml.writeStartElement(CXF, "ObjectCollection");
            int id = 1;
            for (Named n : all) {
                xml.writeStartElement(CXF, "Object");
                xml.writeAttribute("ObjectType", "Target");
                xml.writeAttribute("Name", n.name);
                xml.writeAttribute("Id", "o" + id++);
                xml.writeStartElement(CXF, "ColorValues");
                xml.writeStartElement(CXF, "ColorCIELab");
                xml.writeAttribute("ColorSpecification", "D50-2");
                element(xml, "L", String.format(Locale.ROOT, "%.4f", n.lab.l()));
                element(xml, "A", String.format(Locale.ROOT, "%.4f", n.lab.a()));
                element(xml, "B", String.format(Locale.ROOT, "%.4f", n.lab.b()));
                xml.writeEndElement();
                xml.writeEndElement();
                xml.writeEndElement();
            }
            xml.writeEndElement();
            xml.writeStartElement(CXF, "ColorSpecificationCollection");
            xml.writeStartElement(CXF, "ColorSpecification");
            xml.writeAttribute("Id", "D50-2");
            xml.writeStartElement(CXF, "TristimulusSpec");
            element(xml, "Illuminant", "D50");
            element(xml, "Observer", "2_Degree");
            xml.writeEndElement();
            xml.writeEndElement();
            xml.writeEndElement();
            xml.writeEndElement();
            xml.writeEndElement();
            xml.writeEndDocument();
            return text.toString();
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void element(XMLStreamWriter xml, String name, String text) throws XMLStreamException {
        xml.writeStartElement(CXF, name);
        xml.writeCharacters(text);
        xml.writeEndElement();
    }
}
