package app.pervius.server.rules;

import app.pervius.core.issue.Target;
import app.pervius.core.project.FolderId;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.WatchingRule;
import app.pervius.server.folders.FolderUse;
import app.pervius.server.folders.Folders;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Rules that stand on a folder or issue into it, in force or as a draft. */
@Component
class RuleFolderUse implements FolderUse {

    private final RuleRepository rules;
    private final SheetBook book;

    RuleFolderUse(RuleRepository rules, SheetBook book) {
        this.rules = rules;
        this.book = book;
    }

    @Override
    public List<String> needs(Folders.FolderView folder) {
        FolderId id = new FolderId(folder.id());
        SheetBook.State now = book.now(folder.project());
        Map<Long, Rule> inForce = book.rules(now);
        Stream<Rule> drafts = rules.findByProjectIdAndRemovedFalseOrderByPositionAscIdAsc(folder.project()).stream()
                .flatMap(row -> row.drafted().stream());
        Stream<String> ofProject = now.says().project().issue().destinations().stream().map(Target.Into::folder).filter(id::equals)
                .map(f -> "What the project says of Issue places files in it.");
        Stream<String> kept = now.says().project().prepare().keeping().root().stream().filter(id::equals)
                .map(f -> "What the project says of Prepare keeps PDFs in it.");
        return Stream.of(Stream.concat(inForce.values().stream(), drafts).flatMap(rule -> needs(rule, id)), ofProject, kept)
                .flatMap(its -> its).distinct()
                .toList();
    }

    /** The check says it of the rule. */
    @Override
    public boolean saysWhenGone() {
        return true;
    }

    private static Stream<String> needs(Rule rule, FolderId id) {
        boolean stands = rule.where().places().stream().anyMatch(place -> place.folder().equals(id));
        boolean issues = rule instanceof HandlingRule handling && handling.plan().issue().stream()
                .flatMap(plan -> plan.destinations().stream())
                .anyMatch(into -> into.folder().equals(id));
        boolean copies = rule instanceof WatchingRule watching && watching.copies().stream()
                .anyMatch(copying -> copying.into().folder().equals(id));
        boolean keeps = rule instanceof HandlingRule handling && handling.plan().prepare().flatMap(plan -> plan.keeping().root())
                .filter(id::equals).isPresent();
        return Stream.concat(stands ? Stream.of("The rule “" + rule.name() + "” stands on it.") : Stream.empty(),
                issues || copies || keeps ? Stream.of("The rule “" + rule.name() + "” places files in it.") : Stream.empty());
    }
}
