package app.pervius.core.review;

import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/**
 * What station Review decides by.
 *
 * @param decided the decision the review came to, once it has
 * @param route the route chosen for the passage, or else that of its rule, if the project still has it
 * @param holders who holds a role
 * @param roleName what a role is called
 */
public record ReviewFacts(Optional<DecisionCode> decided, Optional<Route> route, PersonId author, FirmId authorFirm,
        Function<RoleId, List<Holder>> holders, Function<RoleId, String> roleName) {
}
