package app.pervius.server.trial;

import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.Fields;
import app.pervius.core.trial.Tried;
import app.pervius.server.folders.Folders;
import app.pervius.server.passages.Joining;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.titleblocks.TitleBlockRemarks;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** What came of trials, written line by line as it is worked out (JSON Lines). */
@Component
class TrialAnswers {
    /**
     * One arrival tried.
     *
     * @param passage the passage, of a past arrival
     * @param remarks what there is to know of its bytes: that they came before, what the title block says otherwise, that it cannot be
     *     opened
     * @param refusal why the file would not even be taken in; all else is absent then
     * @param joins of a file that would get no passage of its own: that it belongs to a revision that waits for it; all else is absent then
     * @param differences where it differs from what the sheet in force would do; empty where nothing does or nothing was compared
     */
    record TriedArrival(@Nullable Long passage, String name, int files, String from, String folder, @Nullable String refusal,
            @Nullable String joins, List<String> remarks, @Nullable TriedView tried, List<String> differences) {
    }

    /**
     * A line of an answer, which is written line by line as it is worked out (JSON Lines).
     *
     * @param done how many arrivals have been tried
     * @param of how many there are
     * @param arrival one that was tried; absent where only the count goes on
     * @param sheet on the last line, the edition of the sheet in force that was tried or compared with
     * @param letters on the last line, the messages that all of it together would make, as far as they are shown
     * @param faulty on the last line, names of rules whose drafts have errors; of them what is in force was tried, or nothing
     */
    record TrialLine(int done, int of, @Nullable TriedArrival arrival, @Nullable List<TrialLetters.ForetoldLetter> letters,
            @Nullable List<String> faulty, @Nullable Integer sheet) {
    }

    private final Arrivals arrivals;
    private final TitleBlockRemarks titleBlocks;
    private final Projects projects;
    private final Folders folders;
    private final People people;
    private final JsonMapper json;

    TrialAnswers(Arrivals arrivals, TitleBlockRemarks titleBlocks, Projects projects, Folders folders, People people, JsonMapper json) {
        this.arrivals = arrivals;
        this.titleBlocks = titleBlocks;
        this.projects = projects;
        this.folders = folders;
        this.people = people;
        this.json = json;
    }

    TriedArrival tried(PassageFacts arrival, @Nullable Long passage, Tried tried, List<String> differences, boolean everything) {
        Projects.Settings settings = projects.settings(arrival.project());
        Fields fields = settings.fields();
        List<DecisionCode> codes = settings.decisionCodes();
        return new TriedArrival(passage, arrival.originalName(), arrival.files().size(), people.person(arrival.author()).name(),
                folders.folder(arrival.folder()).path(), null, null, remarks(arrival, passage == null, tried),
                TriedView.of(tried, fields, codes, everything), differences);
    }

    /** One that would go to a revision that waits for it. */
    TriedArrival joining(PassageFacts arrival, String revision) {
        return new TriedArrival(null, arrival.originalName(), arrival.files().size(), people.person(arrival.author()).name(),
                folders.folder(arrival.folder()).path(), null, Joining.said(revision), arrivals.cameBefore(arrival), null, List.of());
    }

    private List<String> remarks(PassageFacts arrival, boolean coming, Tried tried) {
        List<String> all = new ArrayList<>(coming ? arrivals.cameBefore(arrival) : List.of());
        if (!arrival.files().isEmpty()) {
            all.addAll(titleBlocks.remarks(arrival.project(), arrival.files(), tried.identity().number(), tried.identity().revision()));
        }
        return all;
    }

    /** An answer that is written line by line. */
    static final class Lines {
        private final OutputStream out;
        private final JsonMapper json;

        Lines(HttpServletResponse response, JsonMapper json) throws IOException {
            this.json = json;
            response.setContentType("application/x-ndjson");
            response.setHeader("Cache-Control", "no-store");
            out = response.getOutputStream();
        }

        void write(TrialLine line) throws IOException {
            out.write((json.writeValueAsString(line) + "\n").getBytes(StandardCharsets.UTF_8));
            if (line.arrival() == null || line.done() % 20 == 0) {
                out.flush();
            }
        }

        void end(int of, @Nullable TrialLetters letters, List<String> faulty, int sheet) throws IOException {
            write(new TrialLine(of, of, null, letters == null ? null : letters.all(), faulty, sheet));
        }
    }

    Lines begin(HttpServletResponse response) throws IOException {
        return new Lines(response, json);
    }

    void refused(List<Arrivals.Coming> files, Lines lines, int of) throws IOException {
        List<Optional<String>> refusals = arrivals.refusals(files);
        for (int i = 0; i < files.size(); i++) {
            if (refusals.get(i).isPresent()) {
                lines.write(new TrialLine(0, of, new TriedArrival(null, files.get(i).name(), 1, "", "", refusals.get(i).get(), null,
                        List.of(), null, List.of()),
                        null, null, null));
            }
        }
    }
}
