package app.pervius.server.copies.converters;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Texts, sheets and slides through LibreOffice without a screen, where that is installed. Macros never run and links are not followed. */
public final class OfficeConverter implements Converter {

    private static final List<String> ENDINGS = List.of("docx", "docm", "doc", "rtf", "odt", "xlsx", "xlsm", "xls", "ods", "pptx", "pptm",
            "ppt", "odp");
    private static final String PROFILE = "profile";
    /** Of what belongs together in one place: how strict it is with what files bring along. */
    private static final String STRICT = """
            <?xml version="1.0" encoding="UTF-8"?>
            <oor:items xmlns:oor="http://openoffice.org/2001/registry" xmlns:xs="http://www.w3.org/2001/XMLSchema">
            <item oor:path="/org.openoffice.Office.Common/Security/Scripting"><prop oor:name="MacroSecurityLevel" oor:op="fuse">
            <value>3</value></prop></item>
            <item oor:path="/org.openoffice.Office.Common/Security/Scripting"><prop oor:name="DisableMacrosExecution" oor:op="fuse">
            <value>true</value></prop></item>
            <item oor:path="/org.openoffice.Office.Common/Security/Scripting"><prop oor:name="DisableActiveContent" oor:op="fuse">
            <value>true</value></prop></item>
            <item oor:path="/org.openoffice.Office.Common/Security/Scripting"><prop oor:name="BlockUntrustedRefererLinks" oor:op="fuse">
            <value>true</value></prop></item>
            <item oor:path="/org.openoffice.Office.Calc/Content/Update"><prop oor:name="Link" oor:op="fuse"><value>2</value></prop></item>
            <item oor:path="/org.openoffice.Office.Writer/Content/Update"><prop oor:name="Link" oor:op="fuse"><value>0</value></prop></item>
            </oor:items>
            """;

    private final Installed program = new Installed("soffice", "--version", version -> version.split(" ").length > 1
            ? "LibreOffice " + version.split(" ")[1] : version);
    private final Program.Limits limits;

    private @Nullable Path begun;

    public OfficeConverter(Program.Limits limits) {
        this.limits = limits;
    }

    @Override
    public Optional<String> called() {
        return program.called();
    }

    @Override
    public String name() {
        return "LibreOffice";
    }

    @Override
    public List<String> endings() {
        return ENDINGS;
    }

    @Override
    public String toInstall() {
        return "Install LibreOffice without a screen: apt-get install libreoffice-writer-nogui libreoffice-calc-nogui "
                + "libreoffice-impress-nogui";
    }

    @Override
    public Converted convert(Job job) throws IOException, CannotConvert {
        copy(beginning(job.directory()), job.directory().resolve(PROFILE));
        Path in = Files.copy(job.source(), job.directory().resolve("in." + job.ending()));
        return converted(in, job.directory());
    }

    /**
     * A profile that has been used once, for a text of ours: making one takes a while. Every run gets a copy of it, so that nothing a file
     * does to its own is there for the next.
     *
     * @param run beside whose directory it lies
     */
    private synchronized Path beginning(Path run) throws IOException, CannotConvert {
        if (begun == null || !Files.isDirectory(begun.resolve(PROFILE))) {
            Path directory = Files.createTempDirectory(Objects.requireNonNull(run.toAbsolutePath().getParent()), "office");
            Path user = Files.createDirectories(directory.resolve(PROFILE).resolve("user"));
            Files.writeString(user.resolve("registrymodifications.xcu"), STRICT);
            converted(Files.writeString(directory.resolve("in.txt"), "Pervius"), directory);
            begun = directory;
        }
        return begun.resolve(PROFILE);
    }

    private static void copy(Path from, Path to) throws IOException {
        try (Stream<Path> all = Files.walk(from)) {
            for (Path path : all.toList()) {
                Files.copy(path, to.resolve(from.relativize(path).toString()));
            }
        }
    }

    private Converted converted(Path in, Path directory) throws IOException, CannotConvert {
        Path out = Files.createDirectory(directory.resolve("out"));
        Program.Ran ran = Program.run(List.of(program.path(), "-env:UserInstallation="
                + directory.resolve(PROFILE).toUri(), "--headless", "--norestore", "--nolockcheck", "--nodefault", "--convert-to",
                "pdf", "--outdir", out.toString(), in.toString()), directory, limits);
        try (Stream<Path> made = Files.list(out)) {
            return new Converted(made.findFirst().orElseThrow(() -> new CannotConvert(ran.said().contains("could not be loaded")
                    ? "LibreOffice cannot read it: it is damaged, locked with a password, or something else than its name says."
                    : "LibreOffice made nothing of it; it ended with " + ran.code() + said(ran.said()))), "");
        }
    }

    private static String said(String words) {
        return words.isEmpty() ? "." : " and said: " + words;
    }
}
