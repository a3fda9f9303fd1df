package app.pervius.server.copies.converters;

import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** SVG 1.1 as lines, areas and letters of a page of its size, drawn by {@link SvgDrawing} in a process of its own. */
public final class SvgConverter implements Converter {

    private static final long LARGEST = 50_000_000;
    /** Entities are what XML is made to grow by. */
    private static final String ENTITY = "<!ENTITY";
    /** What the process needs, so that all of it stays well below what it may take. */
    private static final List<String> SMALL = List.of("-Xmx512m", "-XX:+UseSerialGC", "-XX:TieredStopAtLevel=1",
            "-XX:CompressedClassSpaceSize=64m", "-XX:ReservedCodeCacheSize=48m");

    private final Program.Limits limits;

    public SvgConverter(Program.Limits limits) {
        this.limits = limits;
    }

    @Override
    public List<String> endings() {
        return List.of("svg");
    }

    @Override
    public boolean takes(String ending, String mediaType) {
        return mediaType.equals("image/svg+xml") || mediaType.isEmpty() && endings().contains(ending);
    }

    @Override
    public Converted convert(Job job) throws IOException, CannotConvert {
        if (Files.size(job.source()) > LARGEST) {
            throw new CannotConvert("It is an SVG of more than 50 MB.");
        }
        if (Files.readString(job.source(), StandardCharsets.ISO_8859_1).contains(ENTITY)) {
            throw new CannotConvert("It defines entities of its own; such files are not read.");
        }
        Path out = job.directory().resolve("out.pdf");
        List<String> java = List.of(Path.of(System.getProperty("java.home"), "bin", "java").toString());
        List<String> drawing = List.of("-cp", classPath(), SvgDrawing.class.getName(), job.source().toAbsolutePath().toString(),
                out.toAbsolutePath().toString());
        Program.Ran ran = Program.run(Stream.of(java, SMALL, drawing).flatMap(List::stream).toList(), job.directory(), limits);
        if (ran.code() != 0 || !Files.exists(out)) {
            throw new CannotConvert(ran.code() == SvgDrawing.CANNOT ? "It is damaged, or wants something that is not allowed: " + ran.said()
                    + "." : "It takes more memory than it may.");
        }
        return new Converted(out, "");
    }

    /** What this process was started with, from wherever it is looked at. */
    private static String classPath() {
        return Stream.of(System.getProperty("java.class.path").split(File.pathSeparator)).map(part -> Path.of(part).toAbsolutePath()
                .toString()).collect(Collectors.joining(File.pathSeparator));
    }
}
