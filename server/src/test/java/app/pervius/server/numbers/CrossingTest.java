package app.pervius.server.numbers;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Submissions that want numbers of the same two counters at the same time, in the opposite order. */
@ExtendWith(Running.class)
class CrossingTest {

    private static final String DELIVERIES = "Work in progress / Dunmarrow Works / Deliveries";
    private static final int SENDERS = 4;
    private static final int FILES = 30;

    @Test
    void eachHasItsNumbersInTheOrderOfItsFilesAndNoneIsStopped(App app) throws Exception {
        List<List<String>> all = new ArrayList<>();
        try (ExecutorService threads = Executors.newFixedThreadPool(SENDERS)) {
            List<Future<List<String>>> sent = IntStream.range(0, SENDERS).mapToObj(sender -> threads.submit(() -> {
                Client site = app.as("Oluwaseun Finchley-Ade");
                String[] names = IntStream.range(0, FILES).mapToObj(file -> "%s-C_Crossing %d way %02d.pdf".formatted(
                        (file + sender) % 2 == 0 ? "IT" : "RP", sender, file)).toArray(String[]::new);
                return site.settled(site.submit(DELIVERIES, names)).stream().map(CrossingTest::number).toList();
            })).toList();
            for (Future<List<String>> one : sent) {
                all.add(one.get());
            }
        }
        for (String type : List.of("-IT-", "-RP-")) {
            for (List<String> numbers : all) {
                assertThat(numbers.stream().filter(number -> number.contains(type))).hasSize(FILES / 2).isSorted();
            }
        }
        assertThat(all.stream().flatMap(List::stream)).doesNotHaveDuplicates();
    }

    private static String number(JsonNode passage) {
        assertThat(passage.get("at").get("station").asString()).as("%s", passage).isEqualTo("REVIEW");
        return passage.get("names").get("number").asString();
    }
}
