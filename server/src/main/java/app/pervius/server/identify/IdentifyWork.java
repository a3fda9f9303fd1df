package app.pervius.server.identify;

import app.pervius.core.arrive.FileName;
import app.pervius.core.identify.Checks;
import app.pervius.core.identify.Identify;
import app.pervius.core.identify.IdentifyEffect;
import app.pervius.core.identify.IdentifyFacts;
import app.pervius.core.identify.IdentifyPlan;
import app.pervius.core.identify.TitleBlock;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.core.project.FirmId;
import app.pervius.core.register.DocumentId;
import app.pervius.core.register.Known;
import app.pervius.core.register.KnownDocument;
import app.pervius.core.rules.Handling;
import app.pervius.server.documents.Documents;
import app.pervius.server.documents.Sequences;
import app.pervius.server.folders.Folders;
import app.pervius.server.numbers.LedgerBook;
import app.pervius.server.numbers.Schemes;
import app.pervius.server.passages.Books;
import app.pervius.server.passages.PassageChange;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.StationWork;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.render.TitleBlocks;
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
    private final LedgerBook book;
    private final TitleBlocks titleBlocks;

    IdentifyWork(Projects projects, People people, Folders folders, Schemes schemes, Documents documents,
            Sequences sequences, LedgerBook book, TitleBlocks titleBlocks) {
        this.projects = projects;
        this.people = people;
        this.folders = folders;
        this.schemes = schemes;
        this.documents = documents;
        this.sequences = sequences;
        this.book = book;
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
        return Identify.decide(new IdentifyFacts(passage.baseName(), new FirmId(firm.id()), firm.name(), known, project.fields(), plan.asks(), patterns,
                schemes.patterns(passage.project(), project.fields()), plan.checks(),
                sequences.inForce(passage.project()), plan.sequence(),
                already(passage), titleBlock(passage, plan), sameName(passage, books)), books.numbers());
    }

    /** The title block of its first PDF, where the rule compares it. */
    private Optional<TitleBlock> titleBlock(PassageFacts passage, IdentifyPlan plan) {
        return plan.checks().titleBlock() == Checks.TitleBlock.NOT_COMPARED || passage.overlooked() ? Optional.empty()
                : passage.files().stream().filter(f -> f.mediaType().equals("application/pdf") && !f.hash().isEmpty()).findFirst().map(f -> titleBlocks.of(f.hash(), f.size()));
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
    public List<PassageChange> perform(PassageFacts passage, List<IdentifyEffect> effects) {
        List<PassageChange> changes = new ArrayList<>();
        for (IdentifyEffect effect : effects) {
            switch (effect) {
                case IdentifyEffect.FieldsRead(FieldValues values) -> changes.add(new PassageChange.Valued(values.with(passage.given())));
                case IdentifyEffect.TitleRead(String title) -> changes.add(new PassageChange.Titled(title));
                case IdentifyEffect.AwaitEnd(DocumentId document) -> changes.add(new PassageChange.Awaits(document.value()));
                case IdentifyEffect.UseReserved reserved -> changes.add(useReserved(passage, effects, reserved));
                case IdentifyEffect.NextRevision next -> {
                    long document = next.document().id().value();
                    book.came(document);
                    documents.addRevision(document, next.code(), next.cycle(), passage.id());
                    FieldValues values = documents.valuesOf(document);
                    changes.add(new PassageChange.Valued(values));
                    values.get("title").ifPresent(title -> changes.add(new PassageChange.Titled(title)));
                    changes.add(new PassageChange.Numbered(document, next.document().number(), next.code().toString(), next.cycle()));
                }
            }
        }
        return changes;
    }

    private PassageChange useReserved(PassageFacts passage, List<IdentifyEffect> effects, IdentifyEffect.UseReserved reserved) {
        FieldValues values = passage.values();
        String title = passage.title();
        for (IdentifyEffect effect : effects) {
            if (effect instanceof IdentifyEffect.FieldsRead(FieldValues read)) {
                values = read;
            } else if (effect instanceof IdentifyEffect.TitleRead(String read)) {
                title = read;
            }
        }
        long document = documents.open(new Documents.NewDocument(passage.project(), reserved.number(), title, passage.authorFirm(), values, ""));
        book.assignReserved(passage.project(), reserved.number(), document, passage.ruleInWords());
        documents.addRevision(document, reserved.first(), 1, passage.id());
        return new PassageChange.Numbered(document, reserved.number(), reserved.first().toString(), 1);
    }
}
