package app.pervius.server.comments;

import app.pervius.server.content.ContentStore;
import app.pervius.server.integrity.Examination;
import app.pervius.server.integrity.Findings;
import java.io.IOException;
import org.springframework.stereotype.Component;

/** Every picture of a comment is there, with the bytes its hash says. */
@Component
class PictureExamination implements Examination {

    private final CommentPictureRepository pictures;
    private final ContentStore store;

    PictureExamination(CommentPictureRepository pictures, ContentStore store) {
        this.pictures = pictures;
        this.store = store;
    }

    @Override
    public String subject() {
        return "Pictures in comments";
    }

    @Override
    public void examine(Findings findings) {
        for (CommentPicture picture : pictures.findAll()) {
            findings.lookedAt(1);
            try {
                if (!store.holds(picture.hash, picture.size)) {
                    findings.add("A picture in a comment is missing or changed: " + picture.hash + ", given "
                            + picture.givenAt + ".");
                }
            } catch (IOException e) {
                findings.add("The bytes of " + picture.hash + " cannot be read: " + e.getMessage() + ".");
            }
        }
    }
}
