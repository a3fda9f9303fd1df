package app.pervius.server.projects;

import app.pervius.server.acts.ProjectNames;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.data.domain.Sort;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Tells the journal which projects there are. */
@Component
class NamesForJournal implements ProjectNames {

    private final ProjectRepository projects;

    NamesForJournal(ProjectRepository projects) {
        this.projects = projects;
    }

    @Override
    @Transactional(readOnly = true)
    public Map<Long, String> all() {
        Map<Long, String> names = new LinkedHashMap<>();
        projects.findAll(Sort.by("code")).forEach(p -> names.put(p.id(), p.code + " " + p.name));
        return names;
    }
}
