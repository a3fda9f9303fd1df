package app.pervius.server.acts;

import app.pervius.server.store.KeepsNames;
import app.pervius.server.store.Renaming;
import org.springframework.stereotype.Component;

/** Calls people otherwise in the journals of acts. */
@Component
class ActNames implements KeepsNames {

    private final ActBook acts;

    ActNames(ActBook acts) {
        this.acts = acts;
    }

    @Override
    public int rename(Renaming renaming) {
        return acts.chains().stream().mapToInt(chain -> acts.rename(chain, renaming)).sum();
    }
}
