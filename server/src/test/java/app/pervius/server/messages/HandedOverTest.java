package app.pervius.server.messages;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.store.DataDirectory;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class HandedOverTest {

    @TempDir
    Path data;

    @Test
    void whatWasNotedIsKnownToTheNextOneUntilItBeginsAnew() throws IOException {
        HandedOver handed = new HandedOver(new DataDirectory(data));
        assertThat(handed.keys()).isEmpty();
        handed.begin();
        handed.note("42");
        handed.note("43-again");
        HandedOver next = new HandedOver(new DataDirectory(data));
        assertThat(next.keys()).containsExactlyInAnyOrder("42", "43-again");
        Files.writeString(data.resolve("mail.handed"), "4", StandardOpenOption.APPEND);
        assertThat(next.keys()).as("the line that was being written is none").containsExactlyInAnyOrder("42", "43-again");
        next.begin();
        assertThat(next.keys()).isEmpty();
    }

    @Test
    void whatCannotBeNotedHoldsNothingUp() throws IOException {
        Files.createDirectory(data.resolve("mail.handed"));
        new HandedOver(new DataDirectory(data)).note("42");
        assertThat(data.resolve("mail.handed")).isEmptyDirectory();
    }
}
