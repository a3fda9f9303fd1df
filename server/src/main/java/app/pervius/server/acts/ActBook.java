package app.pervius.server.acts;

import app.pervius.server.store.Secrets;
import app.pervius.server.store.Sql;
import app.pervius.server.store.Turns;
import java.time.Instant;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.RowMapper;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The journal of acts: one chain for each project and one for the installation. Each act has a link that only this installation can make
 * (HMAC with SHA-256, the key lies outside the database) of the one before. Acts are only ever added; those that are older than a project
 * keeps them are taken out from the beginning.
 */
@Service
public class ActBook {

    /** The chain of what belongs to no project. */
    static final long INSTALLATION = 0;
    private static final int LONGEST = 4000;
    /** Who opens a file again within this time has not opened another one. */
    private static final long SAME_OPENING_MINUTES = 10;
    private static final int MOST_OPENINGS = 10_000;

    /**
     * An act as people read it.
     *
     * @param seq its place among those of its project, from 1 on
     * @param account who did it; absent for Pervius itself, and where nobody was signed in
     * @param address from which network address it was done; empty where from none
     */
    public record ActLine(long seq, Instant at, ActKind kind, @Nullable Long account, String who, String what, String address) {
    }

    /** An act with its link. */
    record Link(ActLine act, String detail, String hash) {
    }

    /**
     * How a project's acts are kept.
     *
     * @param files whether it is told who opens and takes away files
     * @param months for how long; 0 is for good
     */
    public record Keeping(boolean files, int months) {
    }

    /** Where a chain stands: its newest act, and the newest one that was taken out. */
    record Standing(long seq, String hash, long cutSeq, String cutHash, Keeping keeping) {
        static final Standing NONE = new Standing(0, "", 0, "", new Keeping(true, 0));
    }

    private static final RowMapper<Link> LINK = (row, n) -> new Link(new ActLine(row.getLong("seq"),
            row.getObject("at", OffsetDateTime.class).toInstant(), ActKind.valueOf(row.getString("kind")),
            row.getObject("account_id", Long.class), row.getString("who"), row.getString("what"), row.getString("address")),
            row.getString("detail"), row.getString("hash"));

    private final JdbcClient jdbc;
    private final Secrets secrets;
    private final Turns turns;
    private final InstantSource clock;
    private final TransactionTemplate apart;
    private final ConcurrentMap<String, Instant> opened = new ConcurrentHashMap<>();

    ActBook(JdbcClient jdbc, Secrets secrets, Turns turns, InstantSource clock, PlatformTransactionManager transactions) {
        this.jdbc = jdbc;
        this.secrets = secrets;
        this.turns = turns;
        this.clock = clock;
        this.apart = new TransactionTemplate(transactions);
        this.apart.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
    }

    /** Tells of something in a transaction of its own: it is told even if what it tells of fails. */
    public void tell(ActKind kind, @Nullable Long account, String who, @Nullable Long project, String what, String address) {
        apart.executeWithoutResult(status -> add(kind, new Acting.By(account, who, address), project, what));
    }

    /** What Pervius itself did, for nobody. */
    public void tell(ActKind kind, @Nullable Long project, String what) {
        apart.executeWithoutResult(status -> add(kind, Acting.By.PERVIUS, project, what));
    }

    void tell(Acting acting) {
        if (acting.kind() != ActKind.FILES || opens(acting)) {
            apart.executeWithoutResult(status -> write(acting));
        }
    }

    /** In the transaction that is under way. */
    void write(Acting acting) {
        add(acting.kind(), acting.by(), acting.project(), acting.sentence());
    }

    private boolean opens(Acting acting) {
        long chain = acting.project() == null ? INSTALLATION : acting.project();
        if (!standing(chain).keeping().files()) {
            return false;
        }
        Instant now = clock.instant();
        if (opened.size() > MOST_OPENINGS) {
            opened.values().removeIf(at -> at.isBefore(now.minus(SAME_OPENING_MINUTES, ChronoUnit.MINUTES)));
        }
        Instant before = opened.put(acting.by().account() + " " + chain + " " + acting.sentence(), now);
        return before == null || before.isBefore(now.minus(SAME_OPENING_MINUTES, ChronoUnit.MINUTES));
    }

    private void add(ActKind kind, Acting.By by, @Nullable Long project, String sentence) {
        long chain = project == null ? INSTALLATION : project;
        turns.take("acts of " + chain);
        Standing standing = locked(chain);
        String what = sentence.length() > LONGEST ? sentence.substring(0, LONGEST - 1) + "…" : sentence;
        ActLine act = new ActLine(standing.seq() + 1, clock.instant().truncatedTo(ChronoUnit.MILLIS), kind, by.account(), by.name(), what,
                by.address());
        String detail = detail(chain, act);
        String hash = hash(chain, standing.hash(), act, detail);
        jdbc.sql("insert into act (chain, seq, at, kind, account_id, who, what, address, detail, hash) "
                + "values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)")
                .params(Sql.values(chain, act.seq(), act.at().atOffset(ZoneOffset.UTC), kind.name(), act.account(), act.who(), act.what(),
                        act.address(), detail, hash)).update();
        jdbc.sql("update act_chain set seq = ?, hash = ? where chain = ?").params(act.seq(), hash, chain).update();
    }

    private Standing locked(long chain) {
        List<Standing> found = jdbc.sql("select seq, hash, cut_seq, cut_hash, files, months from act_chain where chain = ? for update")
                .param(chain).query(ActBook::standing).list();
        if (found.isEmpty()) {
            jdbc.sql("insert into act_chain (chain, seq, hash, cut_seq, cut_hash, files, months) values (?, 0, '', 0, '', true, 0)")
                    .param(chain).update();
            return Standing.NONE;
        }
        return found.getFirst();
    }

    private static Standing standing(java.sql.ResultSet row, int n) throws java.sql.SQLException {
        return new Standing(row.getLong("seq"), row.getString("hash"), row.getLong("cut_seq"), row.getString("cut_hash"),
                new Keeping(row.getBoolean("files"), row.getInt("months")));
    }

    Standing standing(long chain) {
        return jdbc.sql("select seq, hash, cut_seq, cut_hash, files, months from act_chain where chain = ?").param(chain)
                .query(ActBook::standing).optional().orElse(Standing.NONE);
    }

    List<Long> chains() {
        return jdbc.sql("select chain from act_chain order by chain").query(Long.class).list();
    }

    /** Who, what and from where, so that they can be told apart from the link: it stays good if they have to be taken out. */
    private String detail(long chain, ActLine act) {
        return secrets.sign(String.join("\u001f", "detail of an act", Long.toString(chain), Long.toString(act.seq()), act.who(), act.what(),
                act.address()));
    }

    private String hash(long chain, String before, ActLine act, String detail) {
        return secrets.sign(String.join("\u001f", "act", before, Long.toString(chain), Long.toString(act.seq()), act.at().toString(),
                act.kind().name(), String.valueOf(act.account()), detail));
    }

    boolean follows(long chain, String before, Link link) {
        return link.hash().equals(hash(chain, before, link.act(), link.detail()));
    }

    boolean saysTheSame(long chain, Link link) {
        return link.detail().equals(detail(chain, link.act()));
    }

    /** So many after {@code seq}, in order. */
    List<Link> after(long chain, long seq, int most) {
        return jdbc.sql("select seq, at, kind, account_id, who, what, address, detail, hash from act where chain = ? and seq > ? "
                + "order by seq fetch first ? rows only").params(chain, seq, most).query(LINK).list();
    }

    /**
     * What acts are looked for.
     *
     * @param from the first moment, included
     * @param until the last moment, not included
     */
    record Wanted(@Nullable ActKind kind, @Nullable Long account, @Nullable String text, @Nullable Instant from, @Nullable Instant until) {
    }

    /** So many before {@code seq}, newest first. */
    List<ActLine> before(long chain, long seq, Wanted wanted, int most) {
        StringBuilder sql = new StringBuilder("select seq, at, kind, account_id, who, what, address, detail, hash from act where chain = ? "
                + "and seq < ?");
        List<Object> values = new ArrayList<>(List.of(chain, seq));
        if (wanted.kind() != null) {
            sql.append(" and kind = ?");
            values.add(wanted.kind().name());
        }
        if (wanted.account() != null) {
            sql.append(" and account_id = ?");
            values.add(wanted.account());
        }
        if (wanted.text() != null && !wanted.text().isBlank()) {
            sql.append(" and (locate(?, lower(what)) > 0 or locate(?, lower(who)) > 0)");
            String text = wanted.text().strip().toLowerCase(java.util.Locale.ROOT);
            values.add(text);
            values.add(text);
        }
        if (wanted.from() != null) {
            sql.append(" and at >= ?");
            values.add(wanted.from().atOffset(ZoneOffset.UTC));
        }
        if (wanted.until() != null) {
            sql.append(" and at < ?");
            values.add(wanted.until().atOffset(ZoneOffset.UTC));
        }
        sql.append(" order by seq desc fetch first ? rows only");
        values.add(most);
        return jdbc.sql(sql.toString()).params(values).query(LINK).list().stream().map(Link::act).toList();
    }

    /** Somebody who has done something. */
    public record Doer(long account, String name) {
    }

    /** Everybody who has done something there, by name. */
    List<Doer> doers(long chain) {
        return jdbc.sql("select account_id, max(who) as name from act where chain = ? and account_id is not null group by account_id "
                + "order by name").param(chain).query((row, n) -> new Doer(row.getLong("account_id"), row.getString("name"))).list();
    }

    /** Sets how they are kept, within the transaction of the act that says so. */
    void keep(long chain, Keeping keeping) {
        locked(chain);
        jdbc.sql("update act_chain set files = ?, months = ? where chain = ?").params(keeping.files(), keeping.months(), chain).update();
    }

    /** Takes out what is older than {@code moment}, from the beginning on; gives how many. */
    int takeOut(long chain, Instant moment) {
        return java.util.Objects.requireNonNullElse(apart.execute(status -> {
            turns.take("acts of " + chain);
            locked(chain);
            Link last = jdbc.sql("select seq, at, kind, account_id, who, what, address, detail, hash from act where chain = ? and at < ? "
                    + "order by seq desc fetch first 1 row only").params(chain, moment.atOffset(ZoneOffset.UTC)).query(LINK).optional()
                    .orElse(null);
            if (last == null) {
                return 0;
            }
            jdbc.sql("update act_chain set cut_seq = ?, cut_hash = ? where chain = ?").params(last.act().seq(), last.hash(), chain)
                    .update();
            return jdbc.sql("delete from act where chain = ? and seq <= ?").params(chain, last.act().seq()).update();
        }), 0);
    }
}
