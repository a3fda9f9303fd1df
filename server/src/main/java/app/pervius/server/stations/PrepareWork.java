package app.pervius.server.stations;

import app.pervius.core.arrive.FileFormat;
import app.pervius.core.arrive.FileName;
import app.pervius.core.identify.IdentifyPlan;
import app.pervius.core.identify.TitleBlock;
import app.pervius.core.passage.Change;
import app.pervius.core.passage.Follow;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import app.pervius.core.passage.Unreadable;
import app.pervius.core.prepare.Prepare;
import app.pervius.core.rules.Handling;
import app.pervius.server.passages.Books;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.StationWork;
import app.pervius.server.titleblocks.TitleBlocks;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

@Component
class PrepareWork implements StationWork<Prepare.ReadHere> {

    private final TitleBlocks titleBlocks;

    PrepareWork(TitleBlocks titleBlocks) {
        this.titleBlocks = titleBlocks;
    }

    @Override
    public Station station() {
        return Station.PREPARE;
    }

    @Override
    public Outcome<Prepare.ReadHere> decide(PassageFacts passage, Books books) {
        Unreadable unreadable = passage.overlooked() ? Unreadable.NOTE
                : passage.handling().map(Handling::identify).orElse(IdentifyPlan.USUAL).checks().unreadable();
        return Prepare.decide(passage.files().stream().map(this::its).toList(), unreadable);
    }

    private Prepare.Its its(PassageFacts.File file) {
        FileName name = new FileName(file.name());
        return new Prepare.Its(name, FileFormat.of(name, file.mediaType()), cannotOpen(file));
    }

    private Optional<String> cannotOpen(PassageFacts.File file) {
        return isKnownPdf(file) && titleBlocks.of(file.hash()) instanceof TitleBlock.CannotOpen(String reason) ? Optional.of(reason)
                : Optional.empty();
    }

    private static boolean isKnownPdf(PassageFacts.File file) {
        return file.mediaType().equals("application/pdf") && !file.hash().isEmpty();
    }

    @Override
    public void beforehand(List<PassageFacts.File> files) {
        files.stream().filter(PrepareWork::isKnownPdf).forEach(file -> titleBlocks.prepare(file.hash(), file.size()));
    }

    @Override
    public Follow follow(PassageFacts passage, List<Prepare.ReadHere> effects, Books books) {
        return Follow.of(effects.stream().<Change>map(read -> new Change.ReadHere(read.file())).toList());
    }
}
