package app.pervius.server.messages;

import app.pervius.core.tell.Occasion;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;

/** Nobody gets two messages of one moment about the same files: what asks something of a person comes first and says the rest with it. */
final class Gathering {

    /** What a person has to act on before what the person only has to know. */
    private static final List<Occasion> FIRST = List.of(Occasion.TO_DECIDE_AGAIN, Occasion.PASSED_ON, Occasion.TO_DECIDE,
            Occasion.TO_RELEASE, Occasion.REARRANGED, Occasion.REMINDED, Occasion.ASKED, Occasion.ESCALATED, Occasion.STOPPED,
            Occasion.RETURNED, Occasion.TAKEN_BACK, Occasion.REOPENED, Occasion.WITHDRAWN, Occasion.ISSUED, Occasion.MESSAGE_FAILED,
            Occasion.RELEASED, Occasion.DECIDED, Occasion.ANSWERED, Occasion.SUPERSEDED, Occasion.PROMPTED, Occasion.MOVED_ON,
            Occasion.STEP_BEGUN, Occasion.LEFT, Occasion.COMPLETE, Occasion.NUMBERED, Occasion.ARRIVED);

    private Gathering() {
    }

    /** What comes first where one message says several things. */
    static int rank(Occasion occasion) {
        return FIRST.indexOf(occasion);
    }

    /**
     * Puts groups of notices whose files another group of the same recipient speaks of with that one; each group is of one recipient and
     * occasion.
     */
    static void merge(Map<String, List<Notice>> groups) {
        Map<String, List<Map.Entry<String, List<Notice>>>> byRecipient = groups.entrySet().stream()
                .collect(Collectors.groupingBy(e -> recipient(e.getValue().getFirst())));
        byRecipient.values().stream().filter(its -> its.size() > 1).forEach(its -> {
            List<Map.Entry<String, List<Notice>>> inOrder = its.stream()
                    .sorted(Comparator.comparing(e -> rank(e.getValue().getFirst().occasion))).toList();
            for (int i = inOrder.size() - 1; i > 0; i--) {
                Map.Entry<String, List<Notice>> lesser = inOrder.get(i);
                inOrder.subList(0, i).stream().filter(e -> things(e.getValue()).containsAll(things(lesser.getValue()))).findFirst()
                        .ifPresent(first -> {
                    groups.put(first.getKey(), together(first.getValue(), lesser.getValue()));
                    groups.remove(lesser.getKey());
                });
            }
        });
    }

    private static String recipient(Notice notice) {
        return notice.personId == null ? Objects.requireNonNullElse(notice.address, "") : String.valueOf(notice.personId);
    }

    private static Set<Object> things(List<Notice> notices) {
        return notices.stream().map(Notice::thing).collect(Collectors.toSet());
    }

    private static List<Notice> together(List<Notice> first, List<Notice> lesser) {
        List<Notice> all = new ArrayList<>(first);
        all.addAll(lesser);
        return all;
    }
}
