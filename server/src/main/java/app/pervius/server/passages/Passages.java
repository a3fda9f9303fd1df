package app.pervius.server.passages;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.arrive.FileName;
import app.pervius.core.passage.End;
import app.pervius.core.passage.Identity;
import app.pervius.core.passage.Orders;
import app.pervius.core.passage.PassageId;
import app.pervius.core.passage.State.Stopped;
import app.pervius.core.passage.Station;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.WayOut;
import app.pervius.core.project.FieldValues;
import app.pervius.core.rules.Handling;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.Json;
import app.pervius.server.store.Portions;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;

/** Passages, for the other features. */
@Service
@Transactional
public class Passages {

    /** Whether a passage moves. */
    public enum State {
        /** The engine has it. */
        RUNNING,
        /** It waits for something named. */
        WAITING,
        /** It cannot go on until somebody takes a way out. */
        STOPPED,
        /** It has come to its end. */
        DONE
    }

    /**
     * A revision that begins its passage.
     *
     * @param event how its files came to be in the folder
     * @param cameFrom the passage its files were on before, where they were placed by it or go through again
     * @param given values given with it, which win over what its name says
     * @param byHandOn the key of the route it was sent on by hand, if it was
     */
    public record Opening(long project, long submission, long folder, long author, long authorFirm, long uploader, ArrivalEvent event,
            Optional<Long> cameFrom, String baseName,
            FieldValues given, List<PassageFacts.File> files, Optional<String> byHandOn) {
    }

    /** What a passage came with and where it arrived. */
    public record PassageOrigin(long submission, long folder, long author, long authorFirm) {
    }

    /** What a passage is called; {@code originalName} is the name it came under. */
    public record PassageNames(String originalName, String title, @Nullable String number, @Nullable String revision) {
    }

    /**
     * Where a passage is.
     *
     * @param heldBy who has it now, in words; empty once it is done
     * @param stop why it is stopped; absent unless it is
     */
    public record PassageAt(Station station, State state, @Nullable End ended, String heldBy, @Nullable String waitingFor, Instant since,
            @Nullable Instant due, @Nullable StopView stop) {
    }

    /**
     * A passage as lists and pages show it.
     *
     * @param cycle how many times its document has come, with this one
     * @param rule the rule that took it with its edition
     * @param decision the code of the decision, and {@code status} the status it was issued with
     */
    public record PassageView(long id, long project, PassageOrigin from, PassageNames names, int cycle, PassageAt at,
            @Nullable String rule, @Nullable Integer decision, @Nullable String status, @Nullable Integer readFile,
            List<PassageFacts.File> files, int version) {

        /** Number, revision and title, or the file's name before it has a number. */
        public String inWords() {
            return PassageFacts.inWords(names.number(), names.revision(), names.title(), names.originalName());
        }

        /** What is read of it: one of its files, or the readable copy of one. */
        public PassageFacts.File fileRead() {
            return files.get(readFile == null ? 0 : readFile).asRead();
        }
    }

    /** A stop with its ways out; {@code proposal} is the base name that would do, where one is known. */
    public record StopView(StopReason.Code code, String reason, List<String> fields, @Nullable String proposal, List<WayOut> waysOut) {
    }

    private static final PassageId NOT_SAVED = new PassageId(0);
    /** Revisions of one document arrive under one name: so many times as many are looked at as names are wanted. */
    private static final int ONE_NAME_OFTEN = 4;

    private final PassageRepository passages;
    private final PassageFileRepository files;
    private final PassageWords words;
    private final InstantSource clock;

    Passages(PassageRepository passages, PassageFileRepository files, PassageWords words, InstantSource clock) {
        this.passages = passages;
        this.files = files;
        this.words = words;
        this.clock = clock;
    }

    /** Opens a passage at Arrive; the engine takes it on once woken. */
    public long open(Opening opening) {
        StoredPassage passage = new StoredPassage();
        passage.projectId = opening.project();
        passage.submissionId = opening.submission();
        passage.folderId = opening.folder();
        passage.authorId = opening.author();
        passage.authorFirmId = opening.authorFirm();
        passage.uploaderId = opening.uploader();
        passage.event = opening.event();
        passage.cameFrom = opening.cameFrom().orElse(null);
        passage.originalName = opening.files().getFirst().name();
        Identity its = Identity.named(opening.baseName(), opening.given());
        // Before it is saved: what is said of it afterwards would be written as a change of the row.
        passage.become(app.pervius.core.passage.Passage.opened(NOT_SAVED, its,
                new Orders(opening.byHandOn(), 0, opening.byHandOn().isPresent(), false), clock.instant()));
        passages.save(passage);
        int position = 0;
        for (PassageFacts.File file : opening.files()) {
            files.save(PassageFile.of(passage.id(), position++, file));
        }
        words.begin(passage, its);
        return passage.id();
    }

    /** From now on the readable copy of a file is read instead of it; {@code file} is its place among the passage's files, from 0 on. */
    public void readCopy(long passage, int file, PassageFacts.ReadableCopy copy) {
        PassageFile row = files.findByPassageIdInOrderByPosition(List.of(passage)).get(file);
        row.copyHash = copy.hash();
        row.copySize = copy.size();
        row.copyPages = copy.pages();
    }

    @Transactional(readOnly = true)
    public PassageView passage(long id) {
        return passages.findById(id).map(this::view).orElseThrow(() -> Refused.notFound("passage"));
    }

    /** What passages are called: number, revision and title, or the file's name before they have a number. */
    @Transactional(readOnly = true)
    public Map<Long, String> inWords(Collection<Long> ids) {
        return Portions.of(ids, passages::titles).stream()
                .collect(Collectors.toMap(PassageRepository.Title::passage, p -> PassageFacts.inWords(p.number(), p.revision(),
                        p.title(), p.originalName())));
    }

    /** How far each of these passages is; of thousands, too. */
    @Transactional(readOnly = true)
    public Map<Long, State> states(Collection<Long> ids) {
        return Portions.of(ids, passages::states).stream().collect(Collectors.toMap(PassageRepository.Stands::passage,
                PassageRepository.Stands::state));
    }

    @Transactional(readOnly = true)
    public List<PassageView> passages(Collection<Long> ids) {
        return views(Portions.of(ids, passages::findAllById).stream().sorted(java.util.Comparator.comparing(StoredPassage::id)).toList());
    }

    @Transactional(readOnly = true)
    public List<PassageView> ofSubmission(long submission, int most) {
        return views(passages.findBySubmissionIdOrderById(submission, Limit.of(most)));
    }

    /** The passages of a document, newest first. */
    @Transactional(readOnly = true)
    public List<PassageView> ofDocument(long document) {
        return views(passages.findByDocumentIdOrderByIdDesc(document));
    }

    /** The passages on which the document of this one came before, newest first. */
    @Transactional(readOnly = true)
    public List<PassageView> before(long passage) {
        StoredPassage row = passages.findById(passage).orElseThrow(() -> Refused.notFound("passage"));
        return row.documentId == null ? List.of() : ofDocument(row.documentId).stream().filter(p -> p.cycle() < row.cycle).toList();
    }

    /**
     * Files, by id, that no rule took and that were left in these folders, each with the passage on which it was left last; one that has
     * gone on since may be among them.
     */
    @Transactional(readOnly = true)
    public Map<Long, Long> filesLeft(Collection<Long> folders, int most) {
        Map<Long, Long> left = new LinkedHashMap<>();
        if (!folders.isEmpty()) {
            passages.filesEnded(folders, End.LEFT, Limit.of(most)).forEach(file -> left.put(file.folderFileId, file.passageId));
        }
        return left;
    }

    /**
     * The names of the files that arrived last in the project, the newest first, each once.
     *
     * @param folders the folders that are meant; absent for all
     */
    @Transactional(readOnly = true)
    public List<String> namesArrived(long project, @Nullable Collection<Long> folders, int most) {
        Limit limit = Limit.of(most * ONE_NAME_OFTEN);
        return (folders == null ? passages.namesArrived(project, limit) : passages.namesArrived(project, folders, limit)).stream()
                .distinct().limit(most).toList();
    }

    /** Which of these numbers some name that ever arrived in the project carries. */
    @Transactional(readOnly = true)
    public Set<String> carrying(long project, Collection<String> numbers) {
        return numbers.stream().filter(number -> carried(project, number.toLowerCase(Locale.ROOT))).collect(Collectors.toSet());
    }

    /** A number stands whole in a name, so its last piece is one of the name's words: few names have it, and only they are looked at. */
    private boolean carried(long project, String number) {
        List<String> pieces = java.util.Arrays.stream(number.split("[^\\p{L}\\p{N}]+")).filter(piece -> !piece.isEmpty()).toList();
        return !pieces.isEmpty() && passages.anyNameWith(project, pieces.getLast(), number);
    }

    /** For each rule, how many passages it took that have moved since a moment. */
    @Transactional(readOnly = true)
    public Map<Long, Long> takenByRule(long project, Instant since) {
        return passages.countByRule(project, since).stream()
                .collect(Collectors.toMap(PassageRepository.Taken::rule, PassageRepository.Taken::passages));
    }

    /** A revision as a review looks at it. */
    public record Subject(long id, FieldValues values, int cycle) {
    }

    @Transactional(readOnly = true)
    public List<Subject> subjects(Collection<Long> ids) {
        return Portions.of(ids, passages::findAllById).stream().sorted(java.util.Comparator.comparing(StoredPassage::id))
                .map(p -> new Subject(p.id(), StoredPassage.values(p.fieldValues), p.cycle)).toList();
    }

    /** That the decision on a passage was reopened, and by whom, while it has not been decided anew. */
    public record Reopened(long by, String why) {
    }

    @Transactional(readOnly = true)
    public Optional<Reopened> reopened(long id) {
        return passages.findById(id).flatMap(p -> p.passage().reopened()).map(again -> new Reopened(again.by().value(), again.why()));
    }

    /** The edition of the rule sheet a passage was judged by; 0 where no rule has taken it. */
    @Transactional(readOnly = true)
    public int sheetOf(long id) {
        Integer edition = passages.findById(id).orElseThrow(() -> Refused.notFound("passage")).sheetEdition;
        return edition == null ? 0 : edition;
    }

    /** How many passages a passage's files have come from, one after the other. */
    @Transactional(readOnly = true)
    public int chain(long id) {
        int length = 0;
        for (Long at = passages.findById(id).orElseThrow().cameFrom; at != null; at = passages.findById(at).orElseThrow().cameFrom) {
            length++;
        }
        return length;
    }

    /** The passages that arrived last, in a folder or anywhere, in the order they came. */
    @Transactional(readOnly = true)
    public List<Long> arrived(long project, @Nullable Long folder, int most) {
        return passages.arrived(project, folder, Limit.of(most)).reversed();
    }

    /** What arrived in any of these folders, in the order it came. */
    @Transactional(readOnly = true)
    public List<Long> arrivedIn(Collection<Long> folders) {
        return folders.isEmpty() ? List.of() : passages.arrivedIn(folders);
    }

    /** Those of these passages that are of the project, in the order they came. */
    @Transactional(readOnly = true)
    public List<Long> ofProject(long project, Collection<Long> ids) {
        return Portions.of(ids, passages::findAllById).stream().filter(p -> p.projectId == project).map(StoredPassage::id).sorted()
                .toList();
    }

    /** A passage as it is now, without its files. */
    @Transactional(readOnly = true)
    public PassageFacts asItIs(long id) {
        StoredPassage row = passages.findById(id).orElseThrow(() -> Refused.notFound("passage"));
        return new PassageFacts(row.origin(), row.passage(), Optional.empty(), List.of(), "");
    }

    /** A passage as it arrived: what stations have made of it since is not there. */
    @Transactional(readOnly = true)
    public PassageFacts asArrived(long id) {
        StoredPassage p = passages.findById(id).orElseThrow(() -> Refused.notFound("passage"));
        return PassageFacts.arriving(p.id(), p.origin(), new FileName(p.originalName).base(), StoredPassage.values(p.givenValues),
                new Orders(Optional.ofNullable(p.chosenRoute), 0, p.byHand, p.overlooked), filesOf(List.of(id)).getOrDefault(id, List.of()),
                "trial");
    }

    /** The author's firm of each of these passages. */
    @Transactional(readOnly = true)
    public Map<Long, Long> authorFirms(Collection<Long> ids) {
        return Portions.of(ids, passages::authorFirms).stream()
                .collect(Collectors.toMap(PassageRepository.Firm::passage, PassageRepository.Firm::firm));
    }

    @Transactional(readOnly = true)
    PassageView view(StoredPassage p) {
        return views(List.of(p)).getFirst();
    }

    @Transactional(readOnly = true)
    List<PassageView> views(List<StoredPassage> rows) {
        Map<Long, List<PassageFacts.File>> byPassage = filesOf(rows.stream().map(StoredPassage::id).toList());
        return rows.stream().map(p -> view(p, byPassage.getOrDefault(p.id(), List.of()))).toList();
    }

    @Transactional(readOnly = true)
    Map<Long, List<PassageFacts.File>> filesOf(Collection<Long> ids) {
        return Portions.of(ids, files::findByPassageIdInOrderByPosition).stream()
                .collect(Collectors.groupingBy(f -> f.passageId, LinkedHashMap::new,
                        Collectors.mapping(PassageFile::fact, Collectors.toList())));
    }

    private static PassageView view(StoredPassage p, List<PassageFacts.File> files) {
        var state = p.state();
        StopView stop = state instanceof Stopped(var reason, List<WayOut> waysOut)
                ? new StopView(reason.code(), reason.sentence(), reason.fields(), reason.proposal().orElse(null), waysOut) : null;
        return new PassageView(p.id(), p.projectId, new PassageOrigin(p.submissionId, p.folderId, p.authorId, p.authorFirmId),
                new PassageNames(p.originalName, p.title, p.number, p.revision), p.cycle,
                new PassageAt(p.station, p.state, p.ended, state.holder().inWords(), p.waitingFor, p.since, p.due, stop),
                p.ruleName == null ? null : p.ruleInWords(), p.decisionCode, p.statusCode, p.readFile, files, p.version);
    }
}
