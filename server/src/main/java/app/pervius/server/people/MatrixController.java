package app.pervius.server.people;

import app.pervius.core.project.RoleId;
import app.pervius.core.review.Matrix;
import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.projects.Projects;
import app.pervius.server.tables.Table;
import app.pervius.server.tables.TableReader;
import app.pervius.server.tables.TableWriter;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** The distribution matrix: which roles review, approve and are told of documents of a type and discipline. */
@RestController
@RequestMapping("/api/projects/{project}/matrix")
class MatrixController {

    private final Matrices matrices;
    private final People people;
    private final Projects projects;
    private final TableReader tables;

    MatrixController(Matrices matrices, People people, Projects projects, TableReader tables) {
        this.matrices = matrices;
        this.people = people;
        this.projects = projects;
        this.tables = tables;
    }

    /** A cell, by the codes of a type and a discipline; an empty code stands for every one. Roles by their ids. */
    record MatrixCell(@NotNull @Size(max = 40) String type, @NotNull @Size(max = 40) String discipline,
            @NotNull @Size(max = 50) List<@NotNull Long> reviews,
            @NotNull @Size(max = 50) List<@NotNull Long> approves, @NotNull @Size(max = 50) List<@NotNull Long> told) {
    }

    record MatrixView(String typeField, String disciplineField, List<MatrixCell> cells, int version) {
    }

    record MatrixEntry(int version, @NotNull @Size(max = 20_000) List<@Valid @NotNull MatrixCell> cells) {
    }

    /** What came of a table; nothing was changed if there is any fault. */
    record MatrixTaken(int cells, List<Table.TableFault> faults) {
    }

    @GetMapping
    MatrixView matrix(@PathVariable long project, Actor actor) {
        actor.in(project);
        return view(matrices.standing(project));
    }

    @Act(kind = ActKind.PEOPLE, says = "changed the distribution matrix")
    @PutMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void set(@PathVariable long project, @Valid @RequestBody MatrixEntry entry, Actor actor) {
        actor.mustControl(project);
        Map<Matrix.Cell, Map<Matrix.Duty, List<RoleId>>> cells = new LinkedHashMap<>();
        entry.cells().forEach(cell -> {
            Map<Matrix.Duty, List<RoleId>> duties = new EnumMap<>(Matrix.Duty.class);
            duties.put(Matrix.Duty.REVIEWS, roles(cell.reviews()));
            duties.put(Matrix.Duty.APPROVES, roles(cell.approves()));
            duties.put(Matrix.Duty.TOLD, roles(cell.told()));
            cells.put(new Matrix.Cell(cell.type(), cell.discipline()), duties);
        });
        Matrix now = matrices.of(project);
        matrices.set(project, new Matrix(now.typeField(), now.disciplineField(), cells), entry.version(), actor);
    }

    /** The matrix as a table to take away. */
    @Act(kind = ActKind.EXPORTS, says = "took the distribution matrix away as a table")
    @GetMapping("/table")
    ResponseEntity<StreamingResponseBody> table(@PathVariable long project, @RequestParam TableWriter.Format format, Actor actor) {
        actor.in(project);
        return TableWriter.words(format, "distribution matrix", MatrixTable.HEAD,
                MatrixTable.rows(matrices.of(project), people.roles(project)));
    }

    /**
     * Takes the matrix over from a CSV or XLSX, in the place of the one that stands; with {@code look} it only says what is wrong with it.
     */
    @Act(kind = ActKind.PEOPLE, says = "took the distribution matrix from a table")
    @PostMapping(path = "/table", consumes = "application/octet-stream")
    MatrixTaken take(@PathVariable long project, @RequestParam boolean look, HttpServletRequest request, Actor actor) throws IOException {
        actor.mustControl(project);
        Matrices.Standing now = matrices.standing(project);
        MatrixTable.ReadMatrix read = MatrixTable.read(tables.read(request.getInputStream()), projects.settings(project).fields(),
                now.matrix(),
                people.roles(project));
        if (read.faults().isEmpty() && !look) {
            matrices.set(project, read.matrix(), now.version(), actor);
        }
        return new MatrixTaken(read.matrix().cells().size(), read.faults());
    }

    private static List<RoleId> roles(List<Long> ids) {
        return ids.stream().distinct().map(RoleId::new).toList();
    }

    private static MatrixView view(Matrices.Standing standing) {
        Matrix matrix = standing.matrix();
        return new MatrixView(matrix.typeField(), matrix.disciplineField(), matrix.cells().entrySet().stream()
                .map(e -> new MatrixCell(e.getKey().type(), e.getKey().discipline(), ids(e.getValue(), Matrix.Duty.REVIEWS),
                        ids(e.getValue(), Matrix.Duty.APPROVES), ids(e.getValue(), Matrix.Duty.TOLD)))
                .sorted(Comparator.comparing(MatrixCell::type).thenComparing(MatrixCell::discipline)).toList(), standing.version());
    }

    private static List<Long> ids(Map<Matrix.Duty, List<RoleId>> duties, Matrix.Duty duty) {
        return duties.getOrDefault(duty, List.of()).stream().map(RoleId::value).toList();
    }
}
