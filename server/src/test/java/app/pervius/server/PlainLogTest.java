package app.pervius.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.LoggerContext;
import ch.qos.logback.classic.encoder.PatternLayoutEncoder;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.OutputStreamAppender;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.slf4j.LoggerFactory;
import org.springframework.context.support.GenericApplicationContext;

class PlainLogTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', value = {
        "550 no such user <ottilie.o'hara+kwr@kestrel.example.org> here|550 no such user <…@kestrel.example.org> here",
        "nothing to hide|nothing to hide", "at 12 @ 5|at 12 @ 5"})
    void addressesAreCutDownToTheirHouse(String said, String plain) {
        assertThat(PlainLog.plain(said)).isEqualTo(plain);
    }

    /** What the database itself says of values it refuses. */
    @ParameterizedTest
    @ValueSource(strings = {"insert into role values (2, 'Otters (and) ''Ottilie'' too', null)",
        "insert into role values (2, 'Otters with a name that is far ''too'' long', null)", "insert into role values (3, 'x', 'Otters')",
        "select * from role where id = 'Otters'"})
    void whatTheDatabaseRefusesIsLoggedWithoutWhatSomebodyTyped(String refused) throws SQLException {
        try (Connection connection = DriverManager.getConnection("jdbc:h2:mem:"); Statement s = connection.createStatement()) {
            s.execute("create table role (id int, name varchar(30) unique, at timestamp)");
            s.execute("insert into role values (1, 'Otters (and) ''Ottilie'' too', null)");
            String said = String.valueOf(catchThrowableOfType(SQLException.class, () -> s.execute(refused)).getMessage());
            assertThat(said).contains("Otters");
            assertThat(PlainLog.plain(said)).doesNotContain("Otters").doesNotContain("Ottilie").matches(
                    "(?s).*\\[\\d{5}-\\d{3}]");
        }
    }

    @Test
    void everyLineGoesThroughItWithItsFaultsAndTheirCauses() {
        Logger root = ((LoggerContext) LoggerFactory.getILoggerFactory()).getLogger(org.slf4j.Logger.ROOT_LOGGER_NAME);
        ByteArrayOutputStream said = new ByteArrayOutputStream();
        PatternLayoutEncoder encoder = new PatternLayoutEncoder();
        encoder.setContext(root.getLoggerContext());
        encoder.setPattern("%m%n%ex");
        encoder.start();
        OutputStreamAppender<ILoggingEvent> appender = new OutputStreamAppender<>();
        appender.setContext(root.getLoggerContext());
        appender.setName("of this test");
        appender.setEncoder(encoder);
        appender.setOutputStream(said);
        appender.start();
        root.addAppender(appender);
        new PlainLog().initialize(new GenericApplicationContext());
        new PlainLog().initialize(new GenericApplicationContext());
        try {
            IllegalStateException fault = new IllegalStateException("of a@b.example", new SQLException(
                    "Value too long for column \"NAME\": \"'Otters of Ottilie' (72)\"; SQL statement:\ninsert … [22001-240]"));
            fault.addSuppressed(new IllegalArgumentException("for c@d.example"));
            LoggerFactory.getLogger("somebody.else").warn("to {} and {}", "e@f.example", 7, fault);
        } finally {
            root.detachAppender("of this test in plain");
        }
        String lines = said.toString(StandardCharsets.UTF_8);
        assertThat(lines).contains("to …@f.example and 7\n", "IllegalStateException: of …@b.example", "Suppressed: ", "for …@d.example",
                "Caused by: java.sql.SQLException: Value too long for column \"NAME\": …; SQL statement …",
                "PlainLogTest.everyLineGoesThroughIt").doesNotContain("Otters");
        assertThat(lines.split("to …@f", -1)).as("once").hasSize(2);
    }
}
