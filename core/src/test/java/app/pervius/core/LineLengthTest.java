package app.pervius.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** A line that has to be scrolled is not read: Java in all modules stays within 140 characters. */
class LineLengthTest {

    private static final int LONGEST = 140;
    private static final List<String> MODULES = List.of("core", "server", "e2e", "bench");

    @Test
    void noLineIsLonger() throws IOException {
        List<String> found = new ArrayList<>();
        for (String module : MODULES) {
            try (Stream<Path> files = Files.walk(Path.of("..", module, "src"))) {
                for (Path file : files.filter(f -> f.toString().endsWith(".java")).toList()) {
                    List<String> lines = Files.readAllLines(file);
                    for (int i = 0; i < lines.size(); i++) {
                        if (lines.get(i).length() > LONGEST) {
                            found.add(file + ":" + (i + 1));
                        }
                    }
                }
            }
        }
        assertThat(found).as("lines that are too long").isEmpty();
    }
}
