package app.pervius.server.copies.converters;

import app.pervius.server.content.TiffPages;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** All that makes PDFs here: what whoever started Pervius has named comes before what comes with it. */
@Component
public class Converters {

    private static final int LONGEST_ENDING = 10;

    private final List<Converter> all;

    /**
     * @param named formats with their programs, as {@link CommandConverter#of} reads them, one to a line
     * @param longest how long one file may take
     */
    @Autowired
    Converters(TiffPages tiff, @Value("${pervius.copies.programs:}") String named,
            @Value("${pervius.copies.longest:120s}") Duration longest) {
        this(tiff, named, Program.Limits.USUAL.within(longest));
    }

    private Converters(TiffPages tiff, String named, Program.Limits limits) {
        List<Converter> converters = new ArrayList<>();
        named.lines().map(String::strip).filter(line -> !line.isEmpty()).forEach(line -> converters.add(CommandConverter.of(line, limits)));
        converters.addAll(List.of(new PictureConverter(tiff, limits), new TextConverter(), new SvgConverter(limits),
                new OfficeConverter(limits),
                new PostScriptConverter(limits)));
        all = List.copyOf(converters);
    }

    /** What there is on this machine, without an application. */
    public static Converters here() {
        return new Converters(new TiffPages(), "", Program.Limits.USUAL);
    }

    public List<Converter> all() {
        return all;
    }

    /** What makes a PDF of such a file, if anything does that can be used here. */
    public Optional<Converter> of(String name, String mediaType) {
        String ending = ending(name);
        return all.stream().filter(c -> c.takes(ending, mediaType)).filter(c -> c.called().isPresent()).findFirst();
    }

    /** The ending of a file's name as converters know it: letters and digits in lower case, or nothing. */
    public static String ending(String name) {
        int dot = name.lastIndexOf('.');
        String ending = dot < 0 ? "" : name.substring(dot + 1).toLowerCase(Locale.ROOT);
        return ending.matches("[a-z0-9]{1," + LONGEST_ENDING + "}") ? ending : "";
    }
}
