package app.pervius.server;

import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.LoggerContext;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.classic.spi.IThrowableProxy;
import ch.qos.logback.core.Appender;
import ch.qos.logback.core.UnsynchronizedAppenderBase;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Proxy;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Function;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.slf4j.ILoggerFactory;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationContextInitializer;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * Keeps what people have typed, and their addresses, out of the log, whoever logs it: a database says the values it refuses, a mail server
 * the address it does not know. Ours says numbers of rows.
 */
public final class PlainLog implements ApplicationContextInitializer<ConfigurableApplicationContext> {

    private static final Pattern ADDRESS = Pattern.compile("[\\p{L}\\p{N}._%+'-]+@(?=[\\p{L}\\p{N}-]+(\\.[\\p{L}\\p{N}-]+)*)");
    /** How the database ends what it says. */
    private static final Pattern OF_DATABASE = Pattern.compile("\\[\\d{5}-\\d{3}]");
    private static final Pattern STATEMENT = Pattern.compile("(?s);\\s*SQL statement:.*?(?=\\[\\d{5}-\\d{3}]|$)");
    private static final Pattern VALUES = Pattern.compile("(?s)VALUES \\(.*?\\)(?=\"|$|;)");
    /** A value between quotation marks, to the last of them; names of tables and columns are in capitals. */
    private static final Pattern QUOTED = Pattern.compile("(?s)\"(?:'|[^\"]*\\p{Ll}).*\"");

    /** A line of the log without what is nobody's business who reads it. */
    static String plain(String said) {
        String plain = said;
        if (OF_DATABASE.matcher(plain).find() || plain.contains("; SQL statement:")) {
            plain = STATEMENT.matcher(plain).replaceAll("; SQL statement … ");
            plain = VALUES.matcher(plain).replaceAll("VALUES (…)");
            plain = QUOTED.matcher(plain).replaceAll("…");
        }
        return plain.indexOf('@') < 0 ? plain : ADDRESS.matcher(plain).replaceAll("…@");
    }

    @Override
    public void initialize(ConfigurableApplicationContext context) {
        ILoggerFactory factory = LoggerFactory.getILoggerFactory();
        if (!(factory instanceof LoggerContext logs)) {
            return;
        }
        Logger root = logs.getLogger(org.slf4j.Logger.ROOT_LOGGER_NAME);
        List<Appender<ILoggingEvent>> all = new ArrayList<>();
        root.iteratorForAppenders().forEachRemaining(all::add);
        all.stream().filter(appender -> !(appender instanceof Plainly)).forEach(appender -> {
            root.detachAppender(appender);
            Plainly plainly = new Plainly(appender);
            plainly.setContext(logs);
            plainly.setName(appender.getName() + " in plain");
            plainly.start();
            root.addAppender(plainly);
        });
    }

    private static final class Plainly extends UnsynchronizedAppenderBase<ILoggingEvent> {

        private final Appender<ILoggingEvent> behind;

        Plainly(Appender<ILoggingEvent> behind) {
            this.behind = behind;
        }

        @Override
        protected void append(ILoggingEvent event) {
            behind.doAppend(event(event));
        }

        @Override
        public void stop() {
            behind.stop();
            super.stop();
        }
    }

    private static ILoggingEvent event(ILoggingEvent event) {
        String formatted = event.getFormattedMessage();
        String plain = formatted == null ? null : plain(formatted);
        IThrowableProxy fault = fault(event.getThrowableProxy());
        return instead(ILoggingEvent.class, event, call -> switch (call) {
            case "getFormattedMessage", "getMessage" -> plain;
            case "getThrowableProxy" -> fault;
            default -> event;
        });
    }

    private static @Nullable IThrowableProxy fault(@Nullable IThrowableProxy fault) {
        if (fault == null) {
            return null;
        }
        String said = fault.getMessage() == null ? null : plain(fault.getMessage());
        String overriding = fault.getOverridingMessage() == null ? null : plain(fault.getOverridingMessage());
        IThrowableProxy cause = fault.isCyclic() ? null : fault(fault.getCause());
        IThrowableProxy[] suppressed = fault.isCyclic() || fault.getSuppressed() == null ? new IThrowableProxy[0]
                : Arrays.stream(fault.getSuppressed()).map(PlainLog::fault).toArray(IThrowableProxy[]::new);
        return instead(IThrowableProxy.class, fault, call -> switch (call) {
            case "getMessage" -> said;
            case "getOverridingMessage" -> overriding;
            case "getCause" -> cause;
            case "getSuppressed" -> suppressed;
            default -> fault;
        });
    }

    /** Answers some calls otherwise; to all others, whose answer is the thing itself here, as before. */
    private static <T> T instead(Class<T> kind, T its, Function<String, @Nullable Object> answers) {
        return kind.cast(Proxy.newProxyInstance(kind.getClassLoader(), new Class<?>[] {kind}, (proxy, method, arguments) -> {
            Object answer = answers.apply(method.getName());
            if (answer != its) {
                return answer;
            }
            try {
                return method.invoke(its, arguments);
            } catch (InvocationTargetException e) {
                throw e.getCause();
            }
        }));
    }
}
