package app.pervius.server.devices;

import app.pervius.core.issue.Release;
import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.devices.ipp.IppFault;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.http.Page;
import app.pervius.server.kinds.HowForm;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.refused.Refused;
import app.pervius.server.scanning.Scans;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What is released to devices by hand, and how far everything released is. */
@RestController
class JobController {

    private static final String BY_HAND = "by hand";

    /**
     * What is released by hand.
     *
     * @param files files of folders, as they lie there
     * @param passages whose files are released, or the readable copies of them
     */
    record ReleaseForm(long device, @NotNull @Valid HowForm how, @NotNull @Size(max = 200) List<@NotNull Long> files,
            @NotNull @Size(max = 200) List<@NotNull Long> passages) {
    }

    /**
     * A job as its list shows it.
     *
     * @param askedBy who released it; absent where a rule did
     * @param because the rule, or that it was by hand
     * @param how in words
     * @param mayChange whether whoever asks may cancel it or put it on its way anew; nobody may what has nothing to print
     */
    record JobView(long id, long device, String deviceName, @Nullable Long passage, String name, @Nullable String askedBy, String because,
            Instant askedAt, String how, DeviceJob.State state, String said, boolean mayChange) {
    }

    /** How many jobs came of it, and how many of them cannot be printed. */
    record Released(int jobs, int failed, @Nullable String why) {
    }

    /** To which device it is sent now; to the same where absent. */
    record AgainForm(@Nullable Long device) {
    }

    private final DeviceBook devices;
    private final Devices releasing;
    private final JobBook book;
    private final Jobs jobs;
    private final Passages passages;
    private final Files files;
    private final Folders folders;
    private final People people;
    private final Scans scans;

    JobController(DeviceBook devices, Devices releasing, JobBook book, Jobs jobs, Passages passages, Files files, Folders folders,
            People people, Scans scans) {
        this.scans = scans;
        this.devices = devices;
        this.releasing = releasing;
        this.book = book;
        this.jobs = jobs;
        this.passages = passages;
        this.files = files;
        this.folders = folders;
        this.people = people;
    }

    /** Jobs, the newest first: a controller's all, others' own; all of a passage for whoever may see it. */
    @GetMapping("/api/projects/{project}/device-jobs")
    Page<JobView> jobs(@PathVariable long project, @RequestParam(required = false) @Nullable Long device,
            @RequestParam(required = false) @Nullable Long passage, @RequestParam(required = false) @Nullable String after, Actor actor) {
        Actor.Membership membership = actor.in(project);
        if (passage != null) {
            seen(project, passage, actor);
        }
        JobBook.Wanted wanted = new JobBook.Wanted(device, passage, membership.controls() || passage != null ? null : membership.person());
        return Page.of(book.of(project, wanted, Page.after(after, Long.MAX_VALUE), Page.SIZE + 1),
                DeviceJob::id, job -> view(job, membership));
    }

    @Act(kind = ActKind.EXPORTS, says = "released files to a device")
    @PostMapping("/api/projects/{project}/device-jobs")
    @ResponseStatus(HttpStatus.CREATED)
    Released release(@PathVariable long project, @Valid @RequestBody ReleaseForm form, Actor actor) {
        Actor.Membership membership = actor.in(project);
        Device device = free(form.device(), membership);
        Release.How how = form.how().how();
        if (form.files().isEmpty() && form.passages().isEmpty()) {
            throw Refused.invalid("files", "Choose what is released.");
        }
        List<Devices.Whole> whole = new LinkedHashSet<>(form.passages()).stream().map(id -> seen(project, id, actor)).toList();
        List<Files.FileView> lying = new LinkedHashSet<>(form.files()).stream().map(id -> file(project, id, actor)).toList();
        whole.forEach(passage -> passage.files().forEach(file -> scans.mustBeOpen(file.hash(), file.name())));
        lying.forEach(file -> scans.mustBeOpen(file.hash(), file.name()));
        List<DeviceJob> all = new ArrayList<>();
        whole.forEach(passage -> all.addAll(releasing.release(device, passage, how, Optional.of(membership.person()), BY_HAND,
                Optional.empty())));
        lying.forEach(file -> all.add(releasing.release(device, project, new PassageFacts.File(file.id(), file.name(), file.hash(),
                file.size(), file.mediaType()), how, membership.person(), BY_HAND)));
        List<DeviceJob> failed = all.stream().filter(job -> job.way().state() == DeviceJob.State.FAILED).toList();
        return new Released(all.size(), failed.size(), failed.isEmpty() ? null : failed.getFirst().way().said());
    }

    /** Takes one back: at once where it waits, by its device where that has it. */
    @PostMapping("/api/device-jobs/{id}/cancel")
    JobView cancel(@PathVariable long id, Actor actor) {
        DeviceJob job = own(id, actor);
        if (job.way().state().over()) {
            throw Refused.conflict("job-over", "It is over already: " + job.way().said());
        }
        String by = "Cancelled by " + actor.in(job.subject().project()).name() + ".";
        if (!jobs.takeBack(job, by)) {
            DeviceJob now = book.find(id).orElseThrow();
            Device device = devices.find(now.device()).orElseThrow(() -> Refused.notFound("device"));
            boolean any = false;
            try {
                for (int part : now.way().atDevice()) {
                    any |= device.ipp().cancel(part);
                }
            } catch (IppFault e) {
                throw Refused.conflict("device-fault", "“" + device.name() + "” does not cancel it: " + e.sentence());
            }
            if (!any) {
                throw Refused.conflict("job-over", "“" + device.name() + "” is done with it already.");
            }
            jobs.over(now, DeviceJob.State.CANCELLED, by);
        }
        return view(book.find(id).orElseThrow(), actor.in(job.subject().project()));
    }

    /** Sends one anew that is over, or one that waits to another device. */
    @PostMapping("/api/device-jobs/{id}/again")
    JobView again(@PathVariable long id, @Valid @RequestBody AgainForm form, Actor actor) {
        DeviceJob job = own(id, actor);
        Actor.Membership membership = actor.in(job.subject().project());
        Device device = free(Optional.ofNullable(form.device()).orElse(job.device()), membership);
        // Who released it once may have lost sight of it since.
        job.subject().passage().ifPresent(passage -> seen(job.subject().project(), passage, actor));
        if (job.subject().hash().isEmpty()) {
            throw Refused.conflict("nothing-to-print", "There is nothing to print of it: " + job.way().said());
        }
        if (device.id() != job.device()) {
            jobs.takeBack(job, "Sent to “" + device.name() + "” instead.");
        }
        if (!jobs.again(book.find(id).orElseThrow(), device)) {
            throw Refused.conflict("job-open", "“" + job.deviceName() + "” has it. Cancel it first.");
        }
        return view(book.find(id).orElseThrow(), membership);
    }

    /** A device that may be released to by hand. */
    private Device free(long id, Actor.Membership membership) {
        Device device = devices.find(id).orElseThrow(() -> Refused.invalid("device", "There is no such device any more."));
        if (!device.switchedOn()) {
            throw Refused.invalid("device", "“" + device.name() + "” is switched off here.");
        }
        if (!membership.controls() && !device.forEverybody()) {
            throw Refused.invalid("device", "Only document controllers release to “" + device.name() + "”.");
        }
        return device;
    }

    private DeviceJob own(long id, Actor actor) {
        DeviceJob job = book.find(id).filter(its -> actor.memberships().containsKey(its.subject().project()))
                .orElseThrow(() -> Refused.notFound("job"));
        if (!mayChange(job, actor.in(job.subject().project()))) {
            throw Refused.notFound("job");
        }
        return job;
    }

    private static boolean mayChange(DeviceJob job, Actor.Membership membership) {
        return membership.controls() || job.subject().askedBy().filter(by -> by == membership.person()).isPresent();
    }

    private Devices.Whole seen(long project, long passage, Actor actor) {
        Passages.PassageView its = passages.passages(List.of(passage)).stream().filter(p -> p.project() == project)
                .filter(p -> actor.maySee(project, p.from().authorFirm())).findFirst().orElseThrow(() -> Refused.notFound("passage"));
        String number = its.names().number();
        String revision = number == null ? "" : number + (its.names().revision() == null ? "" : " " + its.names().revision()) + " ";
        return new Devices.Whole(project, its.id(), revision, its.names().originalName(), its.files());
    }

    private Files.FileView file(long project, long id, Actor actor) {
        Files.FileView file = Optional.ofNullable(files.files(List.of(id)).get(id)).filter(Files.FileView::present)
                .orElseThrow(() -> Refused.notFound("file"));
        folders.find(file.folder()).filter(folder -> folder.project() == project && folders.maySee(actor, folder))
                .orElseThrow(() -> Refused.notFound("file"));
        return file;
    }

    private JobView view(DeviceJob job, Actor.Membership membership) {
        DeviceJob.Subject its = job.subject();
        return new JobView(job.id(), job.device(), job.deviceName(), its.passage().orElse(null), its.name(),
                its.askedBy().map(by -> people.person(by).name()).orElse(null), its.because(), its.askedAt(), job.how().phrase(),
                job.way().state(), job.way().said(), !job.subject().hash().isEmpty() && mayChange(job, membership));
    }
}
