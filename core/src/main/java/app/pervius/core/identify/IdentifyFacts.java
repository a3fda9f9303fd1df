package app.pervius.core.identify;

import app.pervius.core.pattern.Pattern;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.FirmId;
import java.util.List;
import java.util.Optional;

/**
 * What station Identify decides by.
 *
 * @param baseName the name without its ending
 * @param known values that hold whatever the name says: of the folder, of the author's firm, given by hand
 * @param namePattern how the rule reads names
 * @param numberPatterns how the project's numbers are built, to find one in the name
 */
public record IdentifyFacts(String baseName, FirmId authorFirm, String authorFirmName, FieldValues known,
        Optional<Pattern> namePattern, List<Pattern> numberPatterns) {
    public IdentifyFacts {
        numberPatterns = List.copyOf(numberPatterns);
    }
}
