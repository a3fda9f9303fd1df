package app.pervius.core.pattern;

import static app.pervius.core.KestrelWeir.FIELDS;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.identify.Identify;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NamePartsTest {

    private static String pattern(String name, String... others) {
        return NameParts.pattern(NameParts.of(name, List.of(others), FIELDS));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
        "daily_04_17_2031_ | daily_{day:MM_DD_YYYY}_", "Diary 2031-04-17 | Diary {day:YYYY-MM-DD}",
        "Diary 17.04.2031 north bank | Diary {day:DD.MM.YYYY} {title}", "20310417 site | {day:YYYYMMDD} {title}",
        "DR-H_Inlet screen | {type}-{discipline}_{title}", "pour 0012 | pour {*}", "photo [old] 3 | photo \\[old\\] {*}",
        "310417_DR | {day:YYMMDD}_{type}", "1234567890 | {*}", "99.99.9999 | {*}.{*}.{*}"})
    void aNameIsTakenApart(String name, String pattern) {
        assertThat(pattern(name)).isEqualTo(pattern);
    }

    @Test
    void otherNamesOfItsSortSayWhichWayADateIsAndWhatDiffers() {
        assertThat(pattern("daily_03_04_2031")).as("both ways are possible").isEqualTo("daily_{day:DD_MM_YYYY}");
        assertThat(pattern("daily_03_04_2031", "daily_04_17_2031")).isEqualTo("daily_{day:MM_DD_YYYY}");
        assertThat(pattern("north_03_04_2031", "south_03_28_2031", "another")).isEqualTo("{*}_{day:MM_DD_YYYY}");
        assertThat(NameParts.of("daily_03_04_2031", List.of(), FIELDS).get(2).forms()).containsExactly("DD_MM_YYYY", "MM_DD_YYYY");
    }

    @Test
    void whatIsProposedReadsTheNameItWasMadeFrom() {
        for (String name : List.of("daily_04_17_2031_", "DR-H_Inlet screen", "Diary 17.04.2031 north bank", "pour 0012", "a", "{x}")) {
            assertThat(Pattern.sound(pattern(name), Identify.nameFields(FIELDS)).read(name)).as(name).isInstanceOf(Reading.Fits.class);
        }
    }
}
