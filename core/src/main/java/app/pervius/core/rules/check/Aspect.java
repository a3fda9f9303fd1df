package app.pervius.core.rules.check;

import java.util.BitSet;

/** Something an arrival has exactly one value of, out of finitely many that conditions can tell apart. */
record Aspect(String name, int values) {

    BitSet all() {
        BitSet all = new BitSet(values);
        all.set(0, values);
        return all;
    }
}
