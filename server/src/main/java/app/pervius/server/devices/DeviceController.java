package app.pervius.server.devices;

import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.acts.Acting;
import app.pervius.server.devices.ipp.DeviceFacts;
import app.pervius.server.devices.ipp.Ipp;
import app.pervius.server.devices.ipp.PaperSize;
import app.pervius.server.outbound.OwnNetwork;
import app.pervius.server.refused.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.net.URI;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Devices: administrators set them up, since the server itself calls them; people of a project see what they can do. */
@RestController
class DeviceController {

    /**
     * A device as it is set up.
     *
     * @param loginName empty for none
     * @param password absent where the kept one stays; one is asked for again where the address names another host
     * @param forEverybody whether everybody in a project may release to it by hand, not only its controllers
     * @param version as it was seen; 0 for a new one
     */
    record DeviceForm(@NotBlank @Size(max = 60) @Pattern(regexp = "[^\\p{C}]*", message = "a name without control characters") String name,
            @NotBlank @Size(max = 500) String address, @NotNull @Size(max = 100) String loginName,
            @Nullable @Size(max = 400) String password,
            boolean switchedOn, boolean forEverybody, int version) {
    }

    /**
     * What a device said of itself when it was asked last.
     *
     * @param at when that was
     * @param fault why it did not answer then; what stands beside it is what it said before
     * @param state {@code idle}, {@code processing} or {@code stopped}; empty where it never answered
     */
    record DeviceSays(Instant at, @Nullable String fault, String model, String state, List<String> reasons, boolean accepting,
            List<PaperSize> ready, List<PaperSize> known, boolean colour, boolean bothSides, boolean holds, boolean reduces) {
    }

    /**
     * A device.
     *
     * @param address as administrators see it; absent for others, as is {@code loginName}
     * @param mayRelease whether whoever asks may release to it by hand
     * @param says absent where it was not asked since Pervius was started
     * @param open how many jobs wait for it or are at it
     */
    record DeviceView(long id, String name, @Nullable String address, @Nullable String loginName, boolean switchedOn, boolean forEverybody,
            int version, boolean mayRelease, @Nullable DeviceSays says, int open) {
    }

    private final DeviceBook book;
    private final JobBook jobs;
    private final Readings readings;
    private final OwnNetwork network;

    DeviceController(DeviceBook book, JobBook jobs, Readings readings, OwnNetwork network) {
        this.book = book;
        this.jobs = jobs;
        this.readings = readings;
        this.network = network;
    }

    /** The devices people of a project can release to, and those that are switched off. */
    @GetMapping("/api/projects/{project}/devices")
    List<DeviceView> ofProject(@PathVariable long project, Actor actor) {
        boolean controls = actor.in(project).controls();
        return book.all().stream().map(device -> view(device, actor.administrator(), device.switchedOn()
                && (controls || device.forEverybody()))).toList();
    }

    @GetMapping("/api/devices")
    List<DeviceView> all(Actor actor) {
        actor.mustAdminister();
        return book.all().stream().map(device -> view(device, true, false)).toList();
    }

    @Act(kind = ActKind.CONNECTIONS, says = "added a device")
    @PostMapping("/api/devices")
    @ResponseStatus(HttpStatus.CREATED)
    DeviceView add(@Valid @RequestBody DeviceForm form, Actor actor) {
        actor.mustAdminister();
        Acting.to("“" + form.name().strip() + "”");
        try {
            return found(book.add(checked(0, form, Optional.empty())));
        } catch (DuplicateKeyException e) {
            throw Refused.invalid("name", "There is a device “" + form.name().strip() + "” already.");
        }
    }

    /** Changes one, but for its name, which rules and jobs know it by. */
    @Act(kind = ActKind.CONNECTIONS, says = "changed a device")
    @PutMapping("/api/devices/{id}")
    DeviceView change(@PathVariable long id, @Valid @RequestBody DeviceForm form, Actor actor) {
        actor.mustAdminister();
        Device before = device(id);
        Acting.to("“" + before.name() + "”");
        if (!form.name().strip().equals(before.name())) {
            throw Refused.invalid("name", "Rules know a device by its name; set up another one instead.");
        }
        if (!book.change(checked(id, form, Optional.of(before)))) {
            throw Refused.conflict("changed-meanwhile", "Somebody has changed this device in the meantime. Look at it again.");
        }
        readings.forget(id);
        return found(id);
    }

    @Act(kind = ActKind.CONNECTIONS, says = "removed a device")
    @DeleteMapping("/api/devices/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id, Actor actor) {
        actor.mustAdminister();
        Device its = device(id);
        Acting.to("“" + its.name() + "”");
        int open = jobs.open(id);
        if (open > 0) {
            throw Refused.conflict("jobs-open", open + (open == 1 ? " job waits for “" : " jobs wait for “") + its.name()
                    + "” or is there. Cancel what is not to be printed, or switch the device off.");
        }
        book.remove(id);
        readings.forget(id);
    }

    /** Asks it what it can do and how it is. */
    @Act(kind = ActKind.CONNECTIONS, says = "tested a device")
    @PostMapping("/api/devices/{id}/test")
    DeviceView test(@PathVariable long id, Actor actor) {
        actor.mustAdminister();
        Acting.to("“" + device(id).name() + "”");
        readings.ask(device(id));
        return found(id);
    }

    private Device device(long id) {
        return book.find(id).orElseThrow(() -> Refused.notFound("device"));
    }

    private DeviceView found(long id) {
        return view(device(id), true, false);
    }

    private Device checked(long id, DeviceForm form, Optional<Device> before) {
        String address = form.address().strip();
        String name = form.loginName().strip();
        String password = Optional.ofNullable(form.password()).orElseGet(() -> before.map(its -> its.login().password()).orElse(""));
        if (name.indexOf(':') >= 0) {
            throw Refused.invalid("loginName", "A name that is sent with a password has no colon in it.");
        }
        try {
            new Ipp(address, new Ipp.Login(name, password));
        } catch (IllegalArgumentException e) {
            throw Refused.invalid("address", String.valueOf(e.getMessage()));
        }
        network.faultOfDevice(URI.create(address).getHost()).ifPresent(fault -> {
            throw Refused.invalid("address", fault);
        });
        boolean elsewhere = before.isPresent() && !host(before.get().address()).equals(host(address));
        if (elsewhere && form.password() == null && !password.isEmpty()) {
            throw Refused.invalid("password", "The address names another host: say the password again, or that there is none.");
        }
        return new Device(id, form.name().strip(), address, new Ipp.Login(name, name.isEmpty() ? "" : password), form.switchedOn(),
                form.forEverybody(), form.version());
    }

    private static String host(String address) {
        URI uri = URI.create(address);
        return uri.getScheme() + "://" + uri.getAuthority();
    }

    private DeviceView view(Device its, boolean administers, boolean mayRelease) {
        return new DeviceView(its.id(), its.name(), administers ? its.address() : null, administers ? its.login().name() : null,
                its.switchedOn(), its.forEverybody(), its.version(), mayRelease,
                readings.last(its.id()).map(DeviceController::says).orElse(null), jobs.open(its.id()));
    }

    private static DeviceSays says(Readings.Reading reading) {
        DeviceFacts facts = reading.facts().orElse(new DeviceFacts("", "", List.of(), false, List.of(), List.of(), false, false, false,
                false, List.of(), 0));
        return new DeviceSays(reading.at(), reading.fault().orElse(null), facts.model(), facts.state(), facts.reasons(), facts.accepting(),
                facts.ready(), facts.known(), facts.colour(), facts.bothSides(), facts.holds(), facts.reduces());
    }
}
