package app.pervius.server.titleblocks;

import app.pervius.core.identify.TitleBlock;
import app.pervius.server.access.Actor;
import app.pervius.server.refused.Refused;
import app.pervius.server.passages.Passages;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The title block of a revision beside its name and its line in the register. */
@RestController
class TitleBlockController {

    private final Passages passages;
    private final TitleBlocks blocks;
    private final TitleBlockRemarks remarks;

    TitleBlockController(Passages passages, TitleBlocks blocks, TitleBlockRemarks remarks) {
        this.passages = passages;
        this.blocks = blocks;
        this.remarks = remarks;
    }

    /**
     * A title block as far as it could be read.
     *
     * @param file the PDF it stands on; absent where the revision has none
     * @param numbers the controlled numbers it carries
     * @param revisions the revision codes it carries
     * @param remark what there is to say where it has no text or could not be read
     * @param differences where it says something else than the passage
     */
    record TitleBlockView(@Nullable Long file, List<String> numbers, List<String> revisions, @Nullable String remark,
            List<String> differences) {
    }

    /** What to say of a passage because of its PDF. */
    record TitleBlockRemark(long passage, List<String> remarks) {
    }

    /** Of which of these passages something is to be said because of their PDFs; those the caller may not see are left out. */
    @GetMapping("/api/projects/{project}/title-blocks")
    List<TitleBlockRemark> remarks(@PathVariable long project, @RequestParam @Size(max = 200) List<Long> passage, Actor actor) {
        actor.in(project);
        return passages.passages(passage).stream().filter(p -> p.project() == project && actor.maySee(project, p.from().authorFirm()))
                .map(p -> new TitleBlockRemark(p.id(), remarks.remarks(project, p.files(), Optional.ofNullable(p.names().number()),
                        Optional.ofNullable(p.names().revision()))))
                .filter(r -> !r.remarks().isEmpty()).toList();
    }

    @GetMapping("/api/passages/{id}/title-block")
    TitleBlockView titleBlock(@PathVariable long id, Actor actor) {
        Passages.PassageView passage = passages.passage(id);
        if (!actor.maySee(passage.project(), passage.from().authorFirm())) {
            throw Refused.notFound("passage");
        }
        return passage.files().stream().filter(f -> f.mediaType().equals("application/pdf")).findFirst().map(file -> {
            var patterns = remarks.patterns(passage.project());
            var codes = remarks.codes(passage.project());
            blocks.prepare(file.hash(), file.size());
            TitleBlock block = blocks.of(file.hash());
            String text = block instanceof TitleBlock.Text(String said) ? said : "";
            return new TitleBlockView(file.folderFile(), TitleBlock.numbers(text, patterns, codes), TitleBlock.revisions(text, codes),
                    block instanceof TitleBlock.Text ? null : block.inWords(),
                    block.differences(Optional.ofNullable(passage.names().number()), Optional.ofNullable(passage.names().revision()),
                            patterns, codes));
        }).orElse(new TitleBlockView(null, List.of(), List.of(), null, List.of()));
    }
}
