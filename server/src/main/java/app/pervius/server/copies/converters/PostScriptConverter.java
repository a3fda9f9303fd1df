package app.pervius.server.copies.converters;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** PostScript and EPS through Ghostscript, where that is installed. */
public final class PostScriptConverter implements Converter {

    private final Installed program = new Installed("gs", "--version", version -> "Ghostscript " + version);
    private final Program.Limits limits;

    public PostScriptConverter(Program.Limits limits) {
        this.limits = limits;
    }

    @Override
    public Optional<String> called() {
        return program.called();
    }

    @Override
    public String name() {
        return "Ghostscript";
    }

    @Override
    public List<String> endings() {
        return List.of("ps", "eps");
    }

    @Override
    public String toInstall() {
        return "Install Ghostscript: apt-get install ghostscript";
    }

    @Override
    public Converted convert(Job job) throws IOException, CannotConvert {
        Path in = Files.copy(job.source(), job.directory().resolve("in." + job.ending()));
        Path out = job.directory().resolve("out.pdf");
        Program.Ran ran = Program.run(List.of(program.path(), "-dSAFER", "-dBATCH", "-dNOPAUSE", "-q", "-dEPSCrop",
                "-sDEVICE=pdfwrite", "-sOutputFile=" + out, in.toString()), job.directory(), limits);
        if (ran.code() != 0 || !Files.exists(out)) {
            throw new CannotConvert("Ghostscript cannot read it; it ended with " + ran.code()
                    + (ran.said().isEmpty() ? "." : " and said: " + ran.said()));
        }
        return new Converted(out, ran.said());
    }
}
