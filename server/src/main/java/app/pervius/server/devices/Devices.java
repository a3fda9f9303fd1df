package app.pervius.server.devices;

import app.pervius.core.issue.Release;
import app.pervius.server.copies.Copies;
import app.pervius.server.devices.ipp.Ipp;
import app.pervius.server.documents.Documents;
import app.pervius.server.passages.PassageFacts;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Output devices, for whoever releases something to them. */
@Service
public class Devices {

    private static final String NOTHING = "None of its files is a PDF, and no readable copy was made of one.";

    /**
     * A passage of which all that can be printed is.
     *
     * @param revision number and revision, with a space behind them; empty where it has none
     * @param name what it came under, without ending
     */
    record Whole(long project, long passage, String revision, String name, List<PassageFacts.File> files) {

        DeviceJob.Subject as(String hash, String called, Optional<Long> askedBy, String because, Instant now) {
            return new DeviceJob.Subject(project, Optional.of(passage), hash, called, askedBy, because, now,
                    Optional.of(passage));
        }
    }

    private final DeviceBook book;
    private final Jobs jobs;
    private final Readings readings;
    private final Copies copies;
    private final Documents documents;
    private final InstantSource clock;

    Devices(DeviceBook book, Jobs jobs, Readings readings, Copies copies, Documents documents, InstantSource clock) {
        this.book = book;
        this.jobs = jobs;
        this.readings = readings;
        this.copies = copies;
        this.documents = documents;
        this.clock = clock;
    }

    /** Sets one up that everybody may release to by hand, or gives one of this name another address. */
    @Transactional
    public void set(String name, String address) {
        Optional<Device> before = book.named(name);
        if (before.isEmpty()) {
            book.add(new Device(0, name, address, Ipp.Login.NONE, true, true, 0));
        } else {
            Device its = before.get();
            book.change(new Device(its.id(), name, address, its.login(), its.switchedOn(), its.forEverybody(), its.version()));
            readings.forget(its.id());
        }
    }

    /** Releases the files of a passage by its rule, in the station's transaction. A device that is not there stops nothing. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void release(PassageFacts passage, Release release) {
        Device device = book.named(release.device()).orElse(new Device(0, release.device(), "", Ipp.Login.NONE, false, false, 0));
        Optional<String> none = device.id() == 0 ? Optional.of("There is no device “" + release.device() + "” here.") : Optional.empty();
        String revision = passage.number().map(number -> number + passage.revision().map(code -> " " + code).orElse("") + " ").orElse("");
        release(device, new Whole(passage.project(), passage.id(), revision, passage.baseName(), passage.files()), release.how(),
                Optional.empty(), passage.ruleInWords(), none);
    }

    /**
     * Releases the files of a passage.
     *
     * @param askedBy the person; absent where a rule does
     * @return the jobs that came of it
     */
    List<DeviceJob> release(Device device, Whole passage, Release.How how, Optional<Long> askedBy, String because, Optional<String> none) {
        List<DeviceJob> all = new ArrayList<>();
        List<PassageFacts.File> pdfs = passage.files().stream().flatMap(file -> readable(file).stream()).toList();
        for (PassageFacts.File pdf : pdfs) {
            all.add(jobs.release(device, passage.as(pdf.hash(), called(passage.revision(), pdf.name()), askedBy, because, clock.instant()),
                    how, none));
        }
        if (pdfs.isEmpty()) {
            all.add(jobs.release(device, passage.as("", called(passage.revision(), passage.name()), askedBy, because, clock.instant()), how,
                    none.or(() -> Optional.of(NOTHING))));
        }
        return all;
    }

    /** Releases a file as it lies in a folder. */
    DeviceJob release(Device device, long project, PassageFacts.File file, Release.How how, long askedBy, String because) {
        Optional<PassageFacts.File> pdf = readable(file);
        return jobs.release(device, new DeviceJob.Subject(project, Optional.empty(), pdf.map(PassageFacts.File::hash).orElse(""),
                called("", file.name()), Optional.of(askedBy), because, clock.instant(), documents.passageOfFile(file.folderFile())), how,
                pdf.isPresent() ? Optional.empty() : Optional.of("It is no PDF, and no readable copy was made of it."));
    }

    private Optional<PassageFacts.File> readable(PassageFacts.File file) {
        PassageFacts.File read = file.copy() != null || file.mediaType().equals("application/pdf") ? file.asRead()
                : copies.made(file).map(copy -> new PassageFacts.File(file.folderFile(), file.name(), copy.hash(), copy.size(),
                        "application/pdf")).orElse(file);
        return read.mediaType().equals("application/pdf") ? Optional.of(read) : Optional.empty();
    }

    /** As it is called at the device: number and revision, and the name where that does not say them already. */
    private static String called(String revision, String name) {
        return revision.isEmpty() || name.startsWith(revision.strip().split(" ")[0]) ? name : revision + name;
    }
}
