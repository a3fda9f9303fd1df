package app.pervius.server.acts;

import app.pervius.server.refused.Refused;
import app.pervius.server.store.Renaming;
import app.pervius.server.store.Secrets;
import app.pervius.server.store.Sql;
import app.pervius.server.store.Turns;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.RowMapper;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.ConfigurableTransactionManager;
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
    private static final int AT_A_TIME = 500;
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
     * @param version of this setting
     */
    public record Keeping(boolean files, int months, int version) {
    }

    /**
     * Where a chain stands: its newest act, and the newest one that was taken out.
     *
     * @param mark proves the rest (HMAC): nobody else sets where a chain begins or ends
     */
    record Standing(long seq, String hash, long cutSeq, String cutHash, Keeping keeping, String mark) {
        static final Standing NONE = new Standing(0, "", 0, "", new Keeping(true, 0, 0), "");
    }

    private static final String STANDING = "select seq, hash, cut_seq, cut_hash, files, months, version, mark from act_chain "
            + "where chain = ?";
    private static final String ACTS = "select seq, at, kind, account_id, who, what, address, detail, hash from act where chain = ?";
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
        if (transactions instanceof ConfigurableTransactionManager manager) {
            manager.addListener(new Acting.WithTheNext());
        }
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
            // Some are told of twice then.
            opened.clear();
        }
        Instant before = opened.put(acting.by().account() + " " + chain + " " + acting.sentence(), now);
        return before == null || before.isBefore(now.minus(SAME_OPENING_MINUTES, ChronoUnit.MINUTES));
    }

    private void add(ActKind kind, Acting.By by, @Nullable Long project, String sentence) {
        long chain = project == null ? INSTALLATION : project;
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
        stands(chain, new Standing(act.seq(), hash, standing.cutSeq(), standing.cutHash(), standing.keeping(), ""));
    }

    private void stands(long chain, Standing now) {
        jdbc.sql("update act_chain set seq = ?, hash = ?, cut_seq = ?, cut_hash = ?, files = ?, months = ?, version = ?, mark = ? "
                + "where chain = ?").params(now.seq(), now.hash(), now.cutSeq(), now.cutHash(), now.keeping().files(),
                now.keeping().months(), now.keeping().version(), mark(chain, now), chain).update();
    }

    private String mark(long chain, Standing now) {
        return secrets.sign(String.join("\u001f", "chain of acts", Long.toString(chain), Long.toString(now.seq()), now.hash(),
                Long.toString(now.cutSeq()), now.cutHash(), now.keeping().toString()));
    }

    /** Whether where a chain begins and ends, and how it is kept, was set by this installation. */
    boolean marked(long chain, Standing standing) {
        return standing.mark().equals(mark(chain, standing));
    }

    /** Where a chain stands, for whoever goes on with it; nobody else does before the transaction has ended. */
    private Standing locked(long chain) {
        turns.take("acts of " + chain);
        return jdbc.sql(STANDING + " for update").param(chain).query(ActBook::standing).optional().orElseGet(() -> {
            jdbc.sql("insert into act_chain (chain, seq, hash, cut_seq, cut_hash, files, months, version, mark) "
                    + "values (?, 0, '', 0, '', true, 0, 0, '')").param(chain).update();
            return Standing.NONE;
        });
    }

    private static Standing standing(ResultSet row, int n) throws SQLException {
        return new Standing(row.getLong("seq"), row.getString("hash"), row.getLong("cut_seq"), row.getString("cut_hash"),
                new Keeping(row.getBoolean("files"), row.getInt("months"), row.getInt("version")), row.getString("mark"));
    }

    Standing standing(long chain) {
        return jdbc.sql(STANDING).param(chain).query(ActBook::standing).optional().orElse(Standing.NONE);
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

    /** Calls somebody otherwise in a chain and links it anew from there on; gives in how many acts that stood. */
    int rename(long chain, Renaming renaming) {
        Standing standing = locked(chain);
        if (!marked(chain, standing)) {
            throw notWhole();
        }
        int renamed = 0;
        String written = standing.cutHash();
        String before = written;
        long seq = standing.cutSeq();
        for (List<Link> some = after(chain, seq, AT_A_TIME); !some.isEmpty(); some = after(chain, seq, AT_A_TIME)) {
            for (Link link : some) {
                ActLine was = link.act();
                if (was.seq() != seq + 1 || !follows(chain, written, link) || !saysTheSame(chain, link)) {
                    throw notWhole();
                }
                boolean theirs = Long.valueOf(renaming.account()).equals(was.account());
                ActLine is = new ActLine(was.seq(), was.at(), was.kind(), was.account(), theirs ? renaming.name() : renaming.in(was.who()),
                        renaming.in(was.what()), theirs ? "" : was.address());
                renamed += is.equals(was) ? 0 : 1;
                seq = was.seq();
                written = link.hash();
                if (renamed > 0) {
                    String detail = detail(chain, is);
                    before = hash(chain, before, is, detail);
                    jdbc.sql("update act set who = ?, what = ?, address = ?, detail = ?, hash = ? where chain = ? and seq = ?")
                            .params(is.who(), is.what(), is.address(), detail, before, chain, seq).update();
                } else {
                    before = written;
                }
            }
        }
        if (seq != standing.seq() || !written.equals(standing.hash())) {
            throw notWhole();
        }
        stands(chain, new Standing(seq, before, standing.cutSeq(), standing.cutHash(), standing.keeping(), ""));
        return renamed;
    }

    private static Refused notWhole() {
        return Refused.conflict("not-whole", "A journal of acts is not as it was written. Find out why first: nobody could see it any more "
                + "afterwards.");
    }

    /** So many after {@code seq}, in order. */
    List<Link> after(long chain, long seq, int most) {
        return jdbc.sql(ACTS + " and seq > ? order by seq fetch first ? rows only").params(chain, seq, most).query(LINK).list();
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
        StringBuilder sql = new StringBuilder(ACTS + " and seq < ?");
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
            String text = wanted.text().strip().toLowerCase(Locale.ROOT);
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

    /** Sets how they are kept, within the transaction of the act that says so; {@code version} is the one that was seen. */
    void keep(long chain, boolean files, int months, int version) {
        Standing standing = locked(chain);
        if (standing.keeping().version() != version) {
            throw Refused.conflict("changed-meanwhile", "Somebody else has set how this journal is kept in the meantime. Look at it as "
                    + "it is now.");
        }
        stands(chain, new Standing(standing.seq(), standing.hash(), standing.cutSeq(), standing.cutHash(), new Keeping(files, months,
                version + 1), ""));
    }

    /** The moment before which acts are old that are kept for so many months. */
    private Instant old(int months) {
        return clock.instant().atZone(ZoneOffset.UTC).minusMonths(months).toInstant();
    }

    /** How many are older than so many months, 1 or more. */
    int older(long chain, int months) {
        return jdbc.sql("select count(*) from act where chain = ? and at < ?").params(chain, old(months).atOffset(ZoneOffset.UTC))
                .query(Integer.class).single();
    }

    /** Takes out what is older than it is kept, from the beginning on, and tells of it. */
    void takeOut(long chain) {
        apart.executeWithoutResult(status -> {
            Standing standing = locked(chain);
            int months = standing.keeping().months();
            if (months == 0) {
                return;
            }
            jdbc.sql(ACTS + " and at < ? order by seq desc fetch first 1 row only").params(chain, old(months).atOffset(ZoneOffset.UTC))
                    .query(LINK).optional().ifPresent(last -> {
                stands(chain, new Standing(standing.seq(), standing.hash(), last.act().seq(), last.hash(), standing.keeping(), ""));
                int out = jdbc.sql("delete from act where chain = ? and seq <= ?").params(chain, last.act().seq()).update();
                add(ActKind.KEEPING, Acting.By.PERVIUS, chain == INSTALLATION ? null : chain, "took " + out + (out == 1 ? " act" : " acts")
                        + " out of this journal that were older than " + months + (months == 1 ? " month" : " months"));
            });
        });
    }
}
