package app.pervius.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * A feature's SQL names the feature's own tables. The check looks across them, since it is there to find what does not fit together; any
 * other place that does is named here with its reason.
 */
class SqlWallsTest {

    private static final Path SERVER = Path.of("src/main/java/app/pervius/server");
    private static final Pattern LITERAL = Pattern.compile("\"\"\"(.*?)\"\"\"|\"((?:[^\"\\\\]|\\\\.)*)\"", Pattern.DOTALL);
    private static final Pattern NAMED = Pattern.compile("\\b(?:from|join|into|update)\\s+([a-z_]+)\\b");
    private static final Pattern MADE = Pattern.compile("create table (?:if not exists )?([a-z_]+)");
    private static final Pattern MAPPED = Pattern.compile("@Table\\(name = \"([a-z_]+)\"|class (\\w+)");

    /** Joins that would otherwise be a question for each of many files or reviews. */
    private static final Set<String> JOINED = Set.of("documents.Documents folder_file", "documents.Documents passage",
            "reviews.ReviewList passage");
    /** Words of a sentence that are also the name of a table. */
    private static final Set<String> PROSE = Set.of("intake.PlacedFiles rule");

    private static List<Path> sources() throws IOException {
        try (Stream<Path> files = Files.walk(SERVER)) {
            return files.filter(f -> f.toString().endsWith(".java") && !f.getFileName().toString().matches("V\\d+\\w+\\.java")).toList();
        }
    }

    private static Set<String> tables() throws IOException {
        Set<String> tables = new TreeSet<>();
        try (Stream<Path> migrations = Files.list(Path.of("src/main/resources/db/migration")); Stream<Path> inJava =
                Files.list(SERVER.resolve("store"))) {
            for (Path file : Stream.concat(migrations, inJava).filter(Files::isRegularFile).toList()) {
                MADE.matcher(Files.readString(file)).results().forEach(made -> tables.add(made.group(1)));
            }
        }
        return tables;
    }

    private static String feature(Path source) {
        return SERVER.relativize(source).getName(0).toString();
    }

    /** The table a mapped class is kept in, by the name it says or by its own. */
    private static String mapped(String source) {
        Matcher name = MAPPED.matcher(source.substring(source.indexOf("@Entity")));
        name.find();
        return name.group(1) != null ? name.group(1) : name.group(2).replaceAll("(?<!^)([A-Z])", "_$1").toLowerCase(java.util.Locale.ROOT);
    }

    @Test
    void aFeaturesSqlNamesItsOwnTables() throws IOException {
        Set<String> tables = tables();
        assertThat(tables).contains("passage", "folder_file", "journal_entry");
        Map<String, String> owners = new TreeMap<>();
        Map<String, Set<String>> uses = new TreeMap<>();
        for (Path file : sources()) {
            String source = Files.readString(file);
            if (source.contains("@Entity")) {
                owners.put(mapped(source), feature(file));
            }
            String who = feature(file) + "." + file.getFileName().toString().replace(".java", "");
            LITERAL.matcher(source).results().map(text -> text.group(1) == null ? text.group(2) : text.group(1))
                    .flatMap(text -> NAMED.matcher(text).results()).map(found -> found.group(1)).filter(tables::contains)
                    .forEach(table -> uses.computeIfAbsent(table, t -> new TreeSet<>()).add(who));
        }
        Set<String> across = new TreeSet<>();
        uses.forEach((table, who) -> {
            Set<String> features = who.stream().filter(w -> !w.endsWith("Examination")).map(w -> w.substring(0, w.indexOf('.')))
                    .collect(Collectors.toCollection(TreeSet::new));
            String owner = owners.getOrDefault(table, features.isEmpty() ? "" : features.iterator().next());
            who.stream().filter(w -> !w.endsWith("Examination") && !w.startsWith(owner + ".")).forEach(w -> across.add(w + " " + table));
        });
        across.removeAll(PROSE);
        assertThat(across).isEqualTo(new TreeSet<>(JOINED));
    }

    /** A column that is added or moved in a statement must not change what the others are read as. */
    @Test
    void columnsAreReadByName() throws IOException {
        Pattern byPosition = Pattern.compile("\\b(?:row|r|result|found)\\.get[A-Z]\\w*\\(\\d|List<Object\\[\\]>");
        List<String> found = new ArrayList<>();
        for (Path file : sources()) {
            byPosition.matcher(Files.readString(file)).results().forEach(m -> found.add(file.getFileName() + ": " + m.group()));
        }
        assertThat(found).isEmpty();
    }
}
