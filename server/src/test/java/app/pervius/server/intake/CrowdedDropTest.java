package app.pervius.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Thousands of files in one drop: all of them are there and numbered, and everybody else goes on working. */
@Execution(ExecutionMode.CONCURRENT)
class CrowdedDropTest {

    private static final int FILES = Integer.getInteger("pervius.crowded.files", 1500);
    private static final int AT_ONCE = 8;
    private static final String CALCULATIONS = "Work in progress / Fennick Hydraulics / Calculations";

    @Test
    void thousandsOfFilesInOneDropAreAllNumbered() throws Exception {
        try (Running.App app = Running.start("demo", Map.of())) {
            Client yusuf = app.as("Yusuf Karaderin");
            List<String> names = IntStream.range(0, FILES).mapToObj("Gauge board %04d.pdf"::formatted).toList();
            long id = yusuf.post("/api/folders/" + yusuf.folder(CALCULATIONS) + "/submissions",
                    Map.of("purpose", "All gauge boards", "files",
                    names.stream().map(name -> Map.of("name", name, "size", Client.content(name).length)).toList())).must(201).body()
                    .get("id").asLong();
            send(app, id, names);
            yusuf.post("/api/submissions/" + id + "/closing", Map.of()).must(200);
            Client priya = app.as("Priya Venkatarangan");
            JsonNode meanwhile = priya.settled(priya.submit("Work in progress / Aldermoor Civils / Drawings", "In between.pdf")).getFirst();
            assertThat(meanwhile.get("at").get("state").asString()).as("another's file is not held up").isEqualTo("WAITING");
            assertThat(moving(app, id)).as("while the many are still under way").isPositive();
            long left = moving(app, id);
            while (left > 0) {
                long before = left;
                left = Client.until(() -> moving(app, id), now -> now < before);
            }
            assertThat(numbers(yusuf, id)).hasSize(FILES);
            assertThat(Client.until(() -> app.as("Aoife Ní Raghnaill").get("/api/check").must(200).body(), report -> report.get("whole")
                    .asBoolean())).isNotNull();
        }
    }

    private static void send(Running.App app, long id, List<String> names) throws Exception {
        try (ExecutorService threads = Executors.newFixedThreadPool(AT_ONCE)) {
            List<Future<?>> all = IntStream.range(0, AT_ONCE).<Future<?>>mapToObj(which -> threads.submit(() -> {
                Client yusuf = app.as("Yusuf Karaderin");
                for (int i = which; i < names.size(); i += AT_ONCE) {
                    yusuf.putBytes("/api/submissions/" + id + "/files/" + i, Client.content(names.get(i))).must(204);
                }
            })).toList();
            for (Future<?> one : all) {
                one.get();
            }
        }
    }

    /**
     * How many of the submission's passages have no number yet; asked of the database, since asking the server all the time would be a load
     * of its own.
     */
    private static long moving(Running.App app, long submission) {
        return FILES - app.bean(JdbcClient.class).sql("select count(*) from passage where submission_id = ? and number is not null")
                .param(submission).query(Long.class).single();
    }

    private static Set<String> numbers(Client who, long submission) {
        String path = "/api/projects/" + who.project() + "/passages?which=ALL&submission=" + submission;
        Set<String> numbers = new HashSet<>();
        String after = "";
        do {
            JsonNode page = who.get(path + after).must(200).body();
            page.get("items").valueStream().map(row -> row.get("passage")).filter(p -> p.get("names").has("number"))
                    .forEach(p -> numbers.add(p.get("names").get("number").asString()));
            after = page.path("next").isMissingNode() ? "" : "&after=" + page.get("next").asString();
        } while (!after.isEmpty());
        return numbers;
    }
}
