package app.pervius.server.rules.words;

import app.pervius.core.passage.Station;
import app.pervius.core.rules.Handling;
import java.util.List;

/** Says in sentences what happens at a station; the feature that keeps what a rule names there answers. */
public interface StationWords {

    Station station();

    List<String> of(long project, Handling handling);
}
