package app.pervius.server.live;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.verifyNoInteractions;
import static org.mockito.Mockito.when;

import app.pervius.server.Client;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletOutputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

/** What screens ask by themselves waits for each other, and what people do waits for none of it. */
class AskedByThemselvesTest {

    private final AskedByThemselves filter = new AskedByThemselves(1, 2);
    private final List<String> begun = new CopyOnWriteArrayList<>();

    private Thread ask(String what, boolean byItself, CountDownLatch until) {
        HttpServletRequest request = mock();
        when(request.getHeader(AskedByThemselves.HEADER)).thenReturn(byItself ? "yes" : null);
        FilterChain chain = (asked, answer) -> {
            try {
                begun.add(what);
                until.await();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        };
        return Thread.ofVirtual().start(() -> {
            try {
                filter.doFilter(request, mock(HttpServletResponse.class), chain);
            } catch (jakarta.servlet.ServletException | java.io.IOException e) {
                throw new IllegalStateException(e);
            }
        });
    }

    @Test
    @Timeout(30)
    void ofMoreThanCanWaitTheRestIsToldWhenToAskAgain() throws Exception {
        CountDownLatch until = new CountDownLatch(1);
        List<Thread> some = new ArrayList<>(List.of(ask("first", true, until)));
        Client.until(() -> begun, its -> its.contains("first"));
        some.add(ask("second", true, until));
        some.add(ask("third", true, until));
        Client.until(filter::waiting, waiting -> waiting == 2);

        HttpServletRequest request = mock();
        when(request.getHeader(AskedByThemselves.HEADER)).thenReturn("yes");
        HttpServletResponse put = mock();
        ServletOutputStream body = mock();
        when(put.getOutputStream()).thenReturn(body);
        FilterChain never = mock();
        filter.doFilter(request, put, never);
        verifyNoInteractions(never);
        verify(put).setStatus(503);
        verify(put).setHeader("Retry-After", "1");
        verify(body).write(any(byte[].class));

        until.countDown();
        for (Thread one : some) {
            one.join();
        }
        assertThat(begun).contains("first", "second", "third");
    }

    @Test
    @Timeout(30)
    void oneAfterTheOtherAndAPersonsCallAtOnce() throws InterruptedException {
        CountDownLatch first = new CountDownLatch(1);
        CountDownLatch now = new CountDownLatch(0);
        Thread one = ask("first", true, first);
        Client.until(() -> begun, its -> its.contains("first"));
        Thread two = ask("second", true, now);
        Client.until(filter::waiting, waiting -> waiting == 1);
        ask("person", false, now).join();
        assertThat(begun).containsExactly("first", "person");
        first.countDown();
        one.join();
        two.join();
        assertThat(begun).containsExactly("first", "person", "second");
    }
}
