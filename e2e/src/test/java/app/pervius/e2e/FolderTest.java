package app.pervius.e2e;

import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** Making, renaming, moving and deleting a folder on its page. */
class FolderTest {

    @Test
    void aFolderIsMadeRenamedMovedAndDeletedAndOneThatIsNeededSaysByWhat() {
        try (Browser controller = new Browser(Demo.address())) {
            controller.signInAs("Mirela Draganova").open("/folders")
                    .click(By.xpath("//*[@role='treeitem'][contains(normalize-space(.), 'Aldermoor Civils')]"));
            controller.clickButton("New folder").type(By.xpath("//label[contains(., 'Name, in')]//input"), "Spare sheets")
                    .clickButton("Make the folder");
            controller.see(By.xpath("//h1[normalize-space()='Work in progress / Aldermoor Civils / Spare sheets']"));

            controller.clickButton("Change folder");
            controller.type(By.xpath("//div[@role='group']//label[contains(., 'Name')]//input"),
                    Keys.chord(Keys.CONTROL, "a") + "Old sheets").clickButton("Rename");
            controller.see(By.xpath("//h1[normalize-space()='Work in progress / Aldermoor Civils / Old sheets']"));
            controller.choose(By.xpath("//label[contains(., 'Lies in')]//select"), "Work in progress / Aldermoor Civils / Drawings")
                    .clickButton("Move");
            controller.see(By.xpath("//h1[normalize-space()='Work in progress / Aldermoor Civils / Drawings / Old sheets']"));
            controller.clickButton("Delete the folder").clickButton("Delete it");

            controller.see(By.xpath("//h1[normalize-space()='Work in progress / Aldermoor Civils / Drawings']"));
            controller.clickButton("Change folder").clickButton("Delete the folder").clickButton("Delete it");
            controller.seeText("“Drawings” cannot be deleted.").seeText("Submissions were sent to it.");
        }
    }
}
