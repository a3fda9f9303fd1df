package app.pervius.server.copies.converters;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** Files of a format through a program that whoever started Pervius has named. */
public final class CommandConverter implements Converter {

    public static final String IN = "{in}";
    public static final String OUT = "{out}";

    private final List<String> endings;
    private final List<String> command;
    private final Program.Limits limits;

    private CommandConverter(List<String> endings, List<String> command, Program.Limits limits) {
        this.endings = endings;
        this.command = command;
        this.limits = limits;
    }

    /**
     * Reads {@code dwg,dxf=/usr/local/bin/drawing2pdf --size A1 {in} {out}}: endings, then the program by its whole
     * path, and its arguments, which end at blanks. No shell reads them.
     *
     * @throws IllegalArgumentException with a sentence that says what is wrong
     */
    public static CommandConverter of(String text, Program.Limits limits) {
        int equals = text.indexOf('=');
        List<String> endings = equals < 1 ? List.of() : List.of(text.substring(0, equals).strip().split("\\s*,\\s*"));
        List<String> command = equals < 1 ? List.of() : List.of(text.substring(equals + 1).strip().split("\\s+"));
        if (endings.isEmpty() || !endings.stream().allMatch(e -> e.matches("[a-z0-9]{1,10}"))) {
            throw new IllegalArgumentException("“" + text + "” wants endings in front of “=”, such as dwg,dxf=/usr/local/bin/drawing2pdf "
                    + IN + " " + OUT + ".");
        }
        if (!command.getFirst().startsWith("/")) {
            throw new IllegalArgumentException("The program for " + String.join(", ", endings) + " is named by its whole path, not “"
                    + command.getFirst() + "”.");
        }
        if (command.stream().noneMatch(a -> a.contains(IN)) || command.stream().noneMatch(a -> a.contains(OUT))) {
            throw new IllegalArgumentException("The program for " + String.join(", ", endings) + " is told " + IN + " and " + OUT
                    + ": the file, and the PDF it makes.");
        }
        return new CommandConverter(endings, command, limits);
    }

    @Override
    public Optional<String> called() {
        return Files.isExecutable(Path.of(command.getFirst())) ? Optional.of(name()) : Optional.empty();
    }

    @Override
    public String name() {
        return String.valueOf(Path.of(command.getFirst()).getFileName());
    }

    @Override
    public List<String> endings() {
        return endings;
    }

    @Override
    public String toInstall() {
        return command.getFirst() + " cannot be run";
    }

    @Override
    public Converted convert(Job job) throws IOException, CannotConvert {
        Path in = Files.copy(job.source(), job.directory().resolve("in." + job.ending()));
        Path out = job.directory().resolve("out.pdf");
        Program.Ran ran = Program.run(command.stream().map(a -> a.replace(IN, in.toString()).replace(OUT, out.toString())).toList(),
                job.directory(), limits);
        if (ran.code() != 0 || !Files.exists(out)) {
            throw new CannotConvert(name() + (ran.code() == 0 ? " made no PDF" : " ended with " + ran.code())
                    + (ran.said().isEmpty() ? "." : " and said: " + ran.said()));
        }
        return new Converted(out, ran.said());
    }
}
