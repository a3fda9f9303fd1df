package app.pervius.server.devices;

import app.pervius.core.issue.Release;
import app.pervius.core.issue.Target;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Rule;
import app.pervius.server.devices.ipp.DeviceFacts;
import app.pervius.server.rules.RuleFinding;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Whether what a rule releases to devices can be released. */
@Component
class DeviceFinding implements RuleFinding {

    private final DeviceBook book;
    private final Readings readings;

    DeviceFinding(DeviceBook book, Readings readings) {
        this.book = book;
        this.readings = readings;
    }

    @Override
    public List<Finding> find(long project, Rule rule, Handling handling) {
        List<Finding> found = new ArrayList<>();
        if (!(rule instanceof HandlingRule)) {
            return found;
        }
        boolean reviewed = handling.review().route().isPresent();
        for (Release release : handling.issue().releases()) {
            device(release, found);
            if (release.after().isEmpty() == reviewed) {
                found.add(new Finding(false, "issue", reviewed
                        ? "It is released to “" + release.device() + "” where nobody reviews it, but a route is chosen: it never is."
                        : "It is released to “" + release.device() + "” after a decision, but nobody reviews it: it never is.",
                        reviewed ? "Choose the decisions it follows from." : "Choose a route, or let it be released without one."));
            }
        }
        if (reviewed) {
            handling.issue().byCode().forEach((code, target) -> {
                if (target instanceof Target.Nowhere && handling.issue().releasesAfter(Optional.of(code)).isEmpty()) {
                    found.add(new Finding(false, "issue", "After decision " + code + " it is placed nowhere and released to no device.",
                            "Choose a folder, or a device."));
                }
            });
        }
        return found;
    }

    private void device(Release release, List<Finding> found) {
        Optional<Device> device = book.named(release.device());
        if (device.isEmpty()) {
            // No error: a device that an administrator takes away holds up none of a project's other rules.
            found.add(new Finding(false, "issue", "There is no device “" + release.device() + "”: what is released to it is not printed.",
                    "Choose another one, or have an administrator set it up."));
            return;
        }
        if (!device.get().switchedOn()) {
            found.add(new Finding(false, "issue", "“" + release.device() + "” is switched off: what is released to it waits.",
                    "Have it switched on, or choose another one."));
        }
        Optional<DeviceFacts> facts = readings.last(device.get().id()).flatMap(Readings.Reading::facts);
        try {
            if (facts.isPresent()) {
                Pages.cando(release.how(), facts.get());
            }
        } catch (Pages.Misfit e) {
            found.add(new Finding(false, "issue", "“" + release.device() + "”: " + e.getMessage(), "Choose what it can do."));
        }
    }
}
