package app.pervius.server.copies.kept;

import app.pervius.server.copies.kept.MirroredTree.Tree;
import app.pervius.server.store.Ids;
import app.pervius.server.store.Sql;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Which file in a folder is the PDF of which. */
@Component
class KeptBook {

    private static final String COLUMNS = "source_file, source_folder, source_key, copy_file, passage_id, base_folder, root_folder, "
            + "goes_with_it";

    /**
     * A PDF that lies as a file of its own.
     *
     * @param source the file it is of, which lies or lay in {@code sourceFolder} under {@code sourceKey}
     * @param copy the file that it is itself
     * @param passage the passage it was made on
     * @param tree in which it lies; absent where it lies beside its file
     */
    record Kept(long source, long sourceFolder, String sourceKey, long copy, long passage, @Nullable Tree tree, boolean goesWithIt) {
    }

    private final JdbcClient jdbc;
    private final Ids ids;

    KeptBook(JdbcClient jdbc, Ids ids) {
        this.jdbc = jdbc;
        this.ids = ids;
    }

    /** The PDF of a file. */
    Optional<Kept> of(long source) {
        return jdbc.sql("select " + COLUMNS + " from kept_copy where source_file = ?").param(source).query(KeptBook::kept).optional();
    }

    /** The PDF that is a file. */
    Optional<Kept> lyingAs(long copy) {
        return jdbc.sql("select " + COLUMNS + " from kept_copy where copy_file = ?").param(copy).query(KeptBook::kept).optional();
    }

    /** Those of these files that are PDFs of others. */
    List<Kept> among(Collection<Long> copies) {
        return copies.isEmpty() ? List.of() : jdbc.sql("select " + COLUMNS + " from kept_copy where copy_file in (:copies)")
                .param("copies", copies).query(KeptBook::kept).list();
    }

    /** All that lie in a tree. */
    List<Kept> in(Tree tree) {
        return jdbc.sql("select " + COLUMNS + " from kept_copy where root_folder = ? and base_folder = ? order by id")
                .params(tree.root(), tree.base()).query(KeptBook::kept).list();
    }

    /** A file has one PDF: gives those that were of it, or of another version of it, and lie elsewhere. */
    List<Long> put(Kept kept) {
        List<Long> before = jdbc.sql("""
                select copy_file from kept_copy
                where (source_file = ? or source_folder = ? and source_key = ?) and copy_file <> ? order by id""")
                .params(kept.source(), kept.sourceFolder(), kept.sourceKey(), kept.copy()).query(Long.class).list();
        jdbc.sql("delete from kept_copy where source_file = ? or source_folder = ? and source_key = ? or copy_file = ?")
                .params(kept.source(), kept.sourceFolder(), kept.sourceKey(), kept.copy()).update();
        Tree tree = kept.tree();
        jdbc.sql("insert into kept_copy (id, " + COLUMNS + ") values (?, ?, ?, ?, ?, ?, ?, ?, ?)")
                .params(Sql.values(ids.next(), kept.source(), kept.sourceFolder(), kept.sourceKey(), kept.copy(), kept.passage(),
                        tree == null ? null : tree.base(), tree == null ? null : tree.root(), kept.goesWithIt())).update();
        return before;
    }

    void forget(Kept kept) {
        jdbc.sql("delete from kept_copy where copy_file = ?").param(kept.copy()).update();
    }

    private static Kept kept(ResultSet row, int n) throws SQLException {
        long root = row.getLong("root_folder");
        Tree tree = row.wasNull() ? null : new Tree(root, row.getLong("base_folder"));
        return new Kept(row.getLong("source_file"), row.getLong("source_folder"), row.getString("source_key"), row.getLong("copy_file"),
                row.getLong("passage_id"), tree, row.getBoolean("goes_with_it"));
    }
}
