package app.vineparcel.core.deliver;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.plan.Finding;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RoomTest {

    @TempDir
    Path folder;

    @Test
    void a_folder_that_can_be_made_takes_what_the_disk_has_room_for() throws Exception {
        Path there = folder.resolve("assignment-7/web");
        assertThat(DestinationCheck.findings(there, 1_000_000)).isEmpty();
        assertThat(there.getParent()).as("nothing was made").doesNotExist();
        long free = Files.getFileStore(folder).getUsableSpace();
        assertThat(DestinationCheck.findings(there, free))
                .extracting(Finding::code)
                .containsExactly("destination-full");
        assertThat(DestinationCheck.findings(there, free / 2)).isEmpty();
    }

    @Test
    void a_file_in_the_place_of_a_folder_closes_it() throws Exception {
        Path file = Files.createFile(folder.resolve("out"));
        assertThat(DestinationCheck.findings(file.resolve("web"), 1))
                .singleElement()
                .satisfies(finding -> {
                    assertThat(finding.code()).isEqualTo("destination-closed");
                    assertThat(finding.level()).isEqualTo(Finding.Level.BLOCKER);
                });
    }
}
