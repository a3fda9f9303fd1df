package app.pervius.server.backup;

import app.pervius.core.arrive.FileName;
import app.pervius.server.store.DamagedData;
import app.pervius.server.store.DataDirectory;
import app.pervius.server.store.DatabaseAccess;
import app.pervius.server.store.Secrets;
import app.pervius.server.store.WrongKey;
import java.io.BufferedWriter;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Writes out what can be read of a data directory that is damaged: each table as CSV (RFC 4180, UTF-8), and the files that lie in folders
 * under their own names. The directory itself is left as it is: a copy of the database is read.
 */
public final class Rescue {

    /**
     * What was rescued.
     *
     * @param rows of {@code tables} tables
     * @param files that lie in folders
     * @param lost in a sentence each: tables that end too early, files whose bytes are gone
     */
    public record Rescued(int tables, long rows, int files, List<String> lost) {
        public Rescued {
            lost = List.copyOf(lost);
        }
    }

    private record Folder(@Nullable Long parent, String name) {
    }

    private record Lying(long folder, String name, String hash) {
    }

    private final Path data;
    private final Path to;
    private final List<String> lost = new ArrayList<>();
    private final Map<Long, Folder> folders = new HashMap<>();
    private final List<Lying> lying = new ArrayList<>();
    private int tables;
    private long rows;
    private int files;

    private Rescue(Path data, Path to) {
        this.data = data;
        this.to = to;
    }

    /** Writes it below a directory that is empty or not there. */
    public static Rescued into(Path data, Path to) throws IOException {
        if (Files.exists(to)) {
            try (Stream<Path> there = Files.list(to)) {
                if (there.findAny().isPresent()) {
                    throw new Vault.NotUsable(to + " is not empty.");
                }
            }
        }
        return new Rescue(data, Files.createDirectories(to)).run();
    }

    private Rescued run() throws IOException {
        Path copy = Files.createDirectories(to.resolve("reading"));
        Files.copy(DatabaseAccess.file(data), copy.resolve("pervius.mv.db"));
        Files.createDirectories(to.resolve("tables"));
        try (Connection connection = DatabaseAccess.open(copy.resolve("pervius.mv.db"), new Secrets(new DataDirectory(data)), "")) {
            for (String table : Rows.tables(connection)) {
                table(connection, table);
            }
        } catch (SQLException | IllegalStateException | WrongKey e) {
            lost.add("The database cannot be opened: " + DamagedData.in(e).orElse(e.getMessage())
                    + ". The contents are below, by their hashes.");
            contents();
        } finally {
            Vault.clear(copy);
        }
        for (Lying file : lying) {
            file(file);
        }
        return new Rescued(tables, rows, files, lost);
    }

    private void table(Connection connection, String table) throws IOException {
        tables++;
        Path csv = to.resolve("tables").resolve(table.toLowerCase(Locale.ROOT) + ".csv");
        try (BufferedWriter out = Files.newBufferedWriter(csv)) {
            List<String> columns = new ArrayList<>();
            Rows.read(connection, table, (List<@Nullable Object> row) -> {
                try {
                    out.write(row.stream().map(Rescue::cell).collect(Collectors.joining(",")) + "\r\n");
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
                if (columns.isEmpty()) {
                    row.forEach(name -> columns.add(String.valueOf(name)));
                } else {
                    rows++;
                    known(table, columns, row);
                }
            });
        } catch (SQLException | IllegalStateException e) {
            lost.add("The table " + table + " ends too early: " + DamagedData.in(e).orElse(e.getMessage()) + ".");
        }
    }

    /** What says which files lie where. */
    private void known(String table, List<String> columns, List<@Nullable Object> row) {
        Map<String, @Nullable Object> its = new HashMap<>();
        for (int i = 0; i < columns.size(); i++) {
            its.put(columns.get(i), row.get(i));
        }
        if (table.equals("FOLDER")) {
            folders.put((Long) Objects.requireNonNull(its.get("ID")), new Folder((Long) its.get("PARENT_ID"),
                    String.valueOf(its.get("NAME"))));
        } else if (table.equals("FOLDER_FILE") && Boolean.TRUE.equals(its.get("PRESENT"))) {
            lying.add(new Lying((Long) Objects.requireNonNull(its.get("FOLDER_ID")), String.valueOf(its.get("NAME")),
                    String.valueOf(its.get("HASH"))));
        }
    }

    private void file(Lying file) throws IOException {
        Path from = Vault.content(data, file.hash());
        Path into = Files.createDirectories(path(file.folder(), 0));
        if (!Files.isRegularFile(from)) {
            lost.add("The bytes of “" + file.name() + "” are gone.");
        } else if (FileName.check(file.name()) instanceof FileName.Checked.Fine && !Files.exists(into.resolve(file.name()))) {
            if (!Vault.copy(from, into.resolve(file.name())).equals(file.hash())) {
                lost.add("The bytes of “" + file.name() + "” are damaged.");
            }
            files++;
        } else {
            lost.add("“" + file.name() + "” has no name a file can have; its bytes are in content/" + file.hash() + ".");
        }
    }

    private Path path(long folder, int depth) {
        Folder its = folders.get(folder);
        if (its == null || depth > 100 || !(FileName.check(its.name()) instanceof FileName.Checked.Fine)) {
            return to.resolve("files").resolve("folder " + folder);
        }
        return its.parent() == null ? to.resolve("files").resolve(its.name()) : path(its.parent(), depth + 1).resolve(its.name());
    }

    /** Without a database nobody knows what they were called. */
    private void contents() throws IOException {
        Path content = data.resolve("content");
        if (Files.isDirectory(content)) {
            Files.createDirectories(to.resolve("content"));
            try (Stream<Path> all = Files.walk(content, 2)) {
                for (Path file : all.filter(f -> f.getFileName().toString().matches("[0-9a-f]{64}")).toList()) {
                    Files.copy(file, to.resolve("content").resolve(file.getFileName()));
                    files++;
                }
            }
        }
    }

    /** A cell of a CSV; what a spreadsheet would take for a formula is made a text. */
    private static String cell(@Nullable Object value) {
        String text = switch (value) {
            case null -> "";
            case byte[] bytes -> new String(bytes, StandardCharsets.UTF_8);
            default -> String.valueOf(value);
        };
        String safe = text.matches("(?s)[=+@\\t\\r].*|-(?!\\d+(\\.\\d+)?$).*") ? "'" + text : text;
        return "\"" + safe.replace("\"", "\"\"") + "\"";
    }
}
