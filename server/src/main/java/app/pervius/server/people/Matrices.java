package app.pervius.server.people;

import app.pervius.core.project.RoleId;
import app.pervius.core.review.Matrix;
import app.pervius.server.access.Actor;
import app.pervius.server.refused.Refused;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.store.Json;
import app.pervius.server.store.Remembered;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The distribution matrices of projects. */
@Service
@Transactional
public class Matrices {

    /** A matrix as it stands, with the version to change it by. */
    record Standing(Matrix matrix, int version) {
    }

    /** A cell that says something, as it is kept. */
    private record Line(String type, String discipline, Map<Matrix.Duty, List<Long>> roles) {
    }

    private record Kept(String typeField, String disciplineField, List<Line> lines) {
    }

    private final MatrixRepository matrices;
    private final People people;
    private final Live live;
    private final InstantSource clock;
    private final Remembered<Long, Standing> remembered = new Remembered<>();

    Matrices(MatrixRepository matrices, People people, Live live, InstantSource clock) {
        this.matrices = matrices;
        this.people = people;
        this.live = live;
        this.clock = clock;
    }

    /** The project's matrix; an empty one until somebody writes in it. */
    @Transactional(readOnly = true)
    public Matrix of(long project) {
        return standing(project).matrix();
    }

    @Transactional(readOnly = true)
    Standing standing(long project) {
        return remembered.get(project, () -> matrices.findById(project).map(m -> new Standing(read(m.definition), m.version + 1))
                .orElse(new Standing(Matrix.empty(), 0)));
    }

    /** Puts a matrix in the place of the one that stands. */
    public void set(long project, Matrix wanted, int version, Actor actor) {
        actor.mustControl(project);
        if (standing(project).version() != version) {
            throw Refused.conflict("changed-meanwhile",
                    "Somebody else has changed the matrix in the meantime. Nothing of yours was saved; look at it as it is now.");
        }
        keep(project, wanted, actor.person(project));
    }

    /** The matrix a project begins with, for callers that have checked who is asking. */
    public void begin(long project, Matrix matrix) {
        keep(project, matrix, null);
    }

    private void keep(long project, Matrix wanted, @Nullable Long by) {
        Set<Long> known = people.roles(project).stream().map(People.RoleView::id).collect(Collectors.toSet());
        if (!wanted.cells().values().stream().flatMap(c -> c.values().stream()).flatMap(List::stream).map(RoleId::value)
                .allMatch(known::contains)) {
            throw Refused.invalid("cells", "A role in the matrix does not exist in this project.");
        }
        remembered.changed();
        DistributionMatrix row = matrices.findById(project).orElseGet(DistributionMatrix::new);
        row.projectId = project;
        row.definition = write(wanted);
        row.changedBy = by;
        row.changedAt = clock.instant();
        matrices.saveAndFlush(row);
        live.changed(new Change(project, null, Live.Topic.PEOPLE, project));
    }

    private static String write(Matrix matrix) {
        List<Line> lines = new ArrayList<>();
        matrix.cells().forEach((cell, duties) -> {
            Map<Matrix.Duty, List<Long>> roles = new LinkedHashMap<>();
            duties.forEach((duty, its) -> {
                if (!its.isEmpty()) {
                    roles.put(duty, its.stream().map(RoleId::value).distinct().toList());
                }
            });
            if (!roles.isEmpty()) {
                lines.add(new Line(cell.type(), cell.discipline(), roles));
            }
        });
        return Json.write(new Kept(matrix.typeField(), matrix.disciplineField(), lines));
    }

    private static Matrix read(String definition) {
        Kept kept = Json.read(definition, Kept.class);
        Map<Matrix.Cell, Map<Matrix.Duty, List<RoleId>>> cells = new LinkedHashMap<>();
        kept.lines().forEach(line -> {
            Map<Matrix.Duty, List<RoleId>> duties = new LinkedHashMap<>();
            line.roles().forEach((duty, its) -> duties.put(duty, its.stream().map(RoleId::new).toList()));
            cells.put(new Matrix.Cell(line.type(), line.discipline()), duties);
        });
        return new Matrix(kept.typeField(), kept.disciplineField(), cells);
    }
}
