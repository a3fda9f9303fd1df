package app.pervius.server.numbers;

import app.pervius.core.arrive.FileName;
import app.pervius.core.identify.NumberInName;
import app.pervius.core.number.Drawing;
import app.pervius.core.number.Drawn;
import app.pervius.core.number.Numbering;
import app.pervius.core.number.Scheme;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.project.FieldValues;
import app.pervius.server.documents.Documents;
import app.pervius.server.documents.Sequences;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Files that lie in a folder as documents that may get a number: which go together, what they have, what they would get. */
@Component
class ExistingFiles {
    static final int MOST = 500;

    /** Files of one name, which are one document, with the number drawn for them or the reason there is none. */
    record Group(List<Files.FileView> files, @Nullable Drawing drawing, @Nullable String has, @Nullable String why) {
    }

    private final Schemes schemes;
    private final LedgerBook book;
    private final Sequences sequences;
    private final Documents documents;
    private final Files files;
    private final Folders folders;
    private final Passages passages;
    private final Projects projects;
    private final People people;

    ExistingFiles(Schemes schemes, LedgerBook book, Sequences sequences, Documents documents, Files files, Folders folders,
            Passages passages, Projects projects, People people) {
        this.schemes = schemes;
        this.book = book;
        this.sequences = sequences;
        this.documents = documents;
        this.files = files;
        this.folders = folders;
        this.passages = passages;
        this.projects = projects;
        this.people = people;
    }

    Map<String, List<Files.FileView>> groups(NumberExisting.WantedFiles wanted, Folders.FolderView folder) {
        Map<String, List<Files.FileView>> byBase = new LinkedHashMap<>();
        List<Files.FileView> all = files.present(folder.id(), 0, 10 * MOST);
        all.stream().filter(f -> wanted.files().isEmpty() || wanted.files().contains(f.id()))
                .forEach(f -> byBase.computeIfAbsent(new FileName(f.name()).base(), k -> new ArrayList<>()).add(f));
        if (byBase.size() > MOST) {
            throw Refused.invalid("files", "At most " + MOST + " documents are numbered at one go; choose some of the files.");
        }
        return byBase;
    }

    Group draw(NumberExisting.WantedFiles wanted, Folders.FolderView folder, long firm, String base, List<Files.FileView> its,
            app.pervius.core.number.Ledger ledger) {
        Projects.Settings project = projects.settings(folder.project());
        Optional<String> has = numberOf(its).or(() -> carried(folder.project(), base));
        if (has.isPresent()) {
            return new Group(its, null, has.get(), "It has the number " + has.get() + ".");
        }
        Optional<String> onItsWay = its.stream().map(Files.FileView::passage).filter(java.util.Objects::nonNull).map(passages::passage)
                .filter(p -> p.at().state() != Passages.State.DONE).map(p -> "It is on its way, at " + p.at().station().label() + ".")
                .findFirst();
        if (onItsWay.isPresent()) {
            return new Group(its, null, null, onItsWay.get());
        }
        Scheme scheme = schemes.inForce(folder.project(), wanted.scheme()).filter(s -> s.of() == Scheme.Of.DOCUMENTS)
                .orElseThrow(() -> Refused.notFound("scheme"));
        Drawn drawn = Numbering.draw(scheme, values(wanted, folder, firm), project.fields(), ledger,
                projects.today(folder.project()));
        return drawn instanceof Drawn.Number(Drawing drawing) ? nameFree(folder, its, drawing)
                : new Group(its, null, null, drawn.inWords(scheme, project.fields()));
    }

    private Group nameFree(Folders.FolderView folder, List<Files.FileView> its, Drawing drawing) {
        Optional<String> taken = its.stream().map(f -> newName(drawing.number(), f.name())).filter(name -> name.length() > FileName.LONGEST
                || files.taken(folder.id(), new FileName(name), null)).findFirst();
        return taken.map(name -> new Group(its, null, null, "“" + name + "” would be too long or is there already."))
                .orElseGet(() -> new Group(its, drawing, null, null));
    }

    private Optional<String> numberOf(List<Files.FileView> its) {
        return its.stream().flatMap(f -> files.documentOf(f.id()).stream()).findFirst().map(documents::numberOf)
                .or(() -> its.stream().map(Files.FileView::passage).filter(java.util.Objects::nonNull)
                        .map(id -> passages.passage(id).names().number()).filter(java.util.Objects::nonNull).findFirst());
    }

    /** A number in the name that the ledger knows, whatever became of it. */
    private Optional<String> carried(long project, String base) {
        List<Pattern> patterns = schemes.patterns(project, projects.settings(project).fields());
        return NumberInName.find(base, patterns, sequences.inForce(project)).map(NumberInName::number).filter(book.looking(project)::knows);
    }

    FieldValues values(NumberExisting.WantedFiles wanted, Folders.FolderView folder, long firm) {
        return new FieldValues(Map.of("project", projects.settings(folder.project()).code(), "originator", people.firm(firm).code()))
                .with(folders.valuesOf(folder.id())).with(new FieldValues(wanted.values()));
    }

    static String newName(String number, String name) {
        return number + "_" + name;
    }
}
