package molvet.server.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.charset.StandardCharsets;
import java.util.List;
import molvet.core.colour.Lab;
import molvet.core.measure.Refusal;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Colours out and in again, and as other programs write them. */
class ColourFileTest {
    private static final List<ColourFile.Named> OURS = List.of(
            ColourFile.Named.of("M-0001 Tern “Grey” full", new Lab(48.1234, -1.5, -8.875)),
            ColourFile.Named.of("=SUM(A1)", new Lab(70, 10, 50)),
            ColourFile.Named.of("Ünïcode <&> 藍 tint", new Lab(90, 0.25, 1.125)));

    private static List<ColourFile.Named> read(String text) {
        return ColourFile.read(text.getBytes(StandardCharsets.UTF_8));
    }

    private static void same(List<ColourFile.Named> back, double digits) {
        assertThat(back).hasSize(OURS.size());
        for (int i = 0; i < OURS.size(); i++) {
            assertThat(back.get(i).name()).isEqualTo(OURS.get(i).name());
            assertThat(back.get(i).lab().l()).isCloseTo(OURS.get(i).lab().l(), within(digits));
            assertThat(back.get(i).lab().a()).isCloseTo(OURS.get(i).lab().a(), within(digits));
            assertThat(back.get(i).lab().b()).isCloseTo(OURS.get(i).lab().b(), within(digits));
        }
    }

    @Test
    void whatGoesOutComesInAgainTheSame() {
        same(read(ColourFile.cgats(OURS)), 0.00005);
        same(read(ColourFile.cxf("A chart", OURS)), 0.00005);
        same(read(ColourFile.csv(OURS)), 0.00005);
        // A palette holds eight bits a channel.
        same(read(ColourFile.palette("A chart", OURS)), 1.0);
    }

    @Test
    void aTableIsSafeToOpenInASpreadsheet() {
        assertThat(ColourFile.csv(OURS)).contains("'=SUM(A1)").doesNotContain("\n=SUM");
    }

    @Test
    void typedLinesAreUnderstoodHoweverTheyAreSpaced() {
        List<ColourFile.Named> all = read("""
                Tern Grey  48.2 -1.5 -8.9

                Gorse; 80,5; 4,1; 82
                M-0007 Kelp L*=33.0, a*=-35.1, b*=4
                """);
        assertThat(all).extracting(ColourFile.Named::name).containsExactly("Tern Grey", "Gorse", "M-0007 Kelp");
        assertThat(all.get(1).lab()).isEqualTo(new Lab(80.5, 4.1, 82));
        assertThat(all.get(2).lab()).isEqualTo(new Lab(33, -35.1, 4));
        assertThat(all.get(2).line()).isEqualTo(4);
    }

    @Test
    void xyzAndSpectraBecomeColours() {
        List<ColourFile.Named> xyz = read("""
                CGATS.17
                BEGIN_DATA_FORMAT
                SAMPLE_ID XYZ_X XYZ_Y XYZ_Z
                END_DATA_FORMAT
                BEGIN_DATA
                white 96.42 100 82.49
                END_DATA
                """);
        assertThat(xyz.get(0).lab().l()).isCloseTo(100, within(0.01));
        assertThat(xyz.get(0).lab().chroma()).isLessThan(0.1);
        StringBuilder fields = new StringBuilder("SAMPLE_NAME");
        StringBuilder values = new StringBuilder("\"a grey\"");
        for (int nm = 380; nm <= 730; nm += 10) {
            fields.append(" SPEC_").append(nm);
            values.append(" 50.0");
        }
        List<ColourFile.Named> grey = read(
                "CGATS.17\nBEGIN_DATA_FORMAT\n" + fields + "\nEND_DATA_FORMAT\nBEGIN_DATA\n" + values + "\nEND_DATA\n");
        assertThat(grey.get(0).spectrum()).isPresent();
        // L* of half the light: CIE 15, 116 · 0.5^⅓ − 16.
        assertThat(grey.get(0).lab().l()).isCloseTo(76.07, within(0.05));
        List<ColourFile.Named> cxf = read("""
                <?xml version="1.0"?>
                <cc:CxF xmlns:cc="http://colorexchangeformat.com/CxF3-core"><cc:Resources><cc:ObjectCollection>
                <cc:Object Name="Half" Id="1" ObjectType="Standard"><cc:ColorValues>
                <cc:ReflectanceSpectrum StartWL="380">%s</cc:ReflectanceSpectrum>
                </cc:ColorValues></cc:Object></cc:ObjectCollection></cc:Resources></cc:CxF>
                """.formatted("0.5 ".repeat(36)));
        assertThat(cxf.get(0).name()).isEqualTo("Half");
        assertThat(cxf.get(0).lab().l()).isCloseTo(76.07, within(0.05));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "no numbers here",
                "Too bright 300 4 5",
                "<CxF><Object Name='x'>",
                "<!DOCTYPE x [<!ENTITY a SYSTEM 'file:///etc/passwd'>]><CxF>&a;</CxF>",
                "name,l,a,b\n\"open,1,2,3",
                "name,l,a,b\nx,one,2,3",
                "CGATS.17\nBEGIN_DATA_FORMAT\nSAMPLE_ID LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\n1 50\nEND_DATA",
                "CGATS.17\nBEGIN_DATA_FORMAT\nSAMPLE_ID RGB_R\nEND_DATA_FORMAT\nBEGIN_DATA\n1 50\nEND_DATA"
            })
    void whatCannotBeReadSaysWhere(String text) {
        assertThatThrownBy(() -> read(text))
                .isInstanceOfSatisfying(
                        Refusal.class,
                        r -> assertThat(r.faults())
                                .allSatisfy(f ->
                                        assertThat(f.message()).isNotEmpty().doesNotContain("root:")));
    }
}
