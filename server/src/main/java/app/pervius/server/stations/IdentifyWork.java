package app.pervius.server.stations;

import app.pervius.core.arrive.FileName;
import app.pervius.core.identify.Checks;
import app.pervius.core.identify.Identify;
import app.pervius.core.identify.IdentifyEffect;
import app.pervius.core.identify.IdentifyFacts;
import app.pervius.core.identify.IdentifyPlan;
import app.pervius.core.identify.TitleBlock;
import app.pervius.core.passage.Change;
import app.pervius.core.passage.Follow;
import app.pervius.core.passage.Identity;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.core.project.FirmId;
import app.pervius.core.register.Known;
import app.pervius.core.register.KnownDocument;
import app.pervius.core.register.RevisionCode;
import app.pervius.core.rules.Handling;
import app.pervius.server.documents.Documents;
import app.pervius.server.documents.Sequences;
import app.pervius.server.folders.Folders;
import app.pervius.server.numbers.Schemes;
import app.pervius.server.passages.Books;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.StationWork;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.titleblocks.TitleBlocks;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

@Component
class IdentifyWork implements StationWork<IdentifyEffect> {

    private final Projects projects;
    private final People people;
    private final Folders folders;
    private final Schemes schemes;
    private final Documents documents;
    private final Sequences sequences;
    private final TitleBlocks titleBlocks;

    IdentifyWork(Projects projects, People people, Folders folders, Schemes schemes, Documents documents,
            Sequences sequences, TitleBlocks titleBlocks) {
        this.projects = projects;
        this.people = people;
        this.folders = folders;
        this.schemes = schemes;
        this.documents = documents;
        this.sequences = sequences;
        this.titleBlocks = titleBlocks;
    }

    @Override
    public Station station() {
        return Station.IDENTIFY;
    }

    @Override
    public Outcome<IdentifyEffect> decide(PassageFacts passage, Books books) {
        if (passage.number().isPresent()) {
            return new Outcome.Passed<>(List.of(), "It is " + passage.number().get() + " already.");
        }
        Projects.Settings project = projects.settings(passage.project());
        People.FirmView firm = people.firm(passage.authorFirm());
        FieldValues known = new FieldValues(Map.of("project", project.code(), "originator", firm.code()))
                .with(folders.valuesOf(passage.folder())).with(passage.given());
        IdentifyPlan plan = passage.handling().map(Handling::identify).orElse(IdentifyPlan.USUAL);
        Fields names = Identify.nameFields(project.fields());
        List<Pattern> patterns = plan.namePatterns().stream().map(text -> Pattern.sound(text, names)).toList();
        return Identify.decide(new IdentifyFacts(
                new IdentifyFacts.Coming(passage.baseName(), new FirmId(firm.id()), firm.name(), known), project.fields(), plan.asks(),
                new IdentifyFacts.Patterns(patterns, schemes.patterns(passage.project(), project.fields())), plan.checks(),
                sequences.inForce(passage.project()), plan.sequence(),
                already(passage), titleBlock(passage, plan), sameName(passage, books)), books.numbers());
    }

    /** The title block of its first PDF, where the rule compares it. */
    private Optional<TitleBlock> titleBlock(PassageFacts passage, IdentifyPlan plan) {
        return plan.checks().titleBlock() == Checks.TitleBlock.NOT_COMPARED || passage.overlooked() ? Optional.empty()
                : passage.files().stream().filter(f -> f.mediaType().equals("application/pdf") && !f.hash().isEmpty()).findFirst()
                .map(f -> titleBlocks.of(f.hash()));
    }

    /** The document a file of the same name in the same folder is; unless somebody has said that this one is another. */
    private Optional<KnownDocument> sameName(PassageFacts passage, Books books) {
        if (passage.overlooked()) {
            return Optional.empty();
        }
        List<String> keys = passage.files().stream().map(f -> FileName.keyOf(f.name())).toList();
        return documents.numberOfNamesake(passage.folder(), keys, passage.id()).map(books.numbers()::find)
                .flatMap(known -> known instanceof Known.Document(KnownDocument document) ? Optional.of(document) : Optional.empty());
    }

    /** The revision files are of that were sent on by hand, placed by another passage, or go through again. */
    private Optional<IdentifyFacts.Already> already(PassageFacts passage) {
        return passage.cameFrom().flatMap(documents::revisionOfPassage)
                .or(() -> passage.byHand() ? documents.revisionOfFile(passage.files().getFirst().folderFile()) : Optional.empty());
    }

    @Override
    public Follow follow(PassageFacts passage, List<IdentifyEffect> effects, Books books) {
        List<Change> changes = new ArrayList<>();
        PassageFacts at = passage;
        for (IdentifyEffect effect : effects) {
            for (Change change : changes(at, effect, books)) {
                changes.add(change);
                at = at.with(change);
            }
        }
        return Follow.of(changes);
    }

    private static List<Change> changes(PassageFacts passage, IdentifyEffect effect, Books books) {
        return switch (effect) {
            case IdentifyEffect.FieldsRead(FieldValues values) -> List.of(new Change.Valued(values.with(passage.given())));
            case IdentifyEffect.TitleRead(String title) -> List.of(new Change.Titled(title));
            case IdentifyEffect.UseReserved(String number, RevisionCode first) -> List.of(new Change.Numbered(
                    new Identity.Revision(books.useReserved(passage, number, first), number, first.toString(), 1)));
            case IdentifyEffect.NextRevision(KnownDocument document, RevisionCode code, int cycle) -> {
                FieldValues values = books.revise(passage, document, code, cycle);
                List<Change> all = new ArrayList<>(List.of(new Change.Valued(values)));
                values.get("title").ifPresent(title -> all.add(new Change.Titled(title)));
                all.add(new Change.Numbered(new Identity.Revision(document.id().value(), document.number(), code.toString(), cycle)));
                yield all;
            }
        };
    }
}
