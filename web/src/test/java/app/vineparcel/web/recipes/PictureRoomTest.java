package app.vineparcel.web.recipes;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class PictureRoomTest {

    private final PictureRoom room = new PictureRoom(7 * 100);
    private final List<String> closed = new ArrayList<>();

    private void open(String owner, long pixels) {
        room.make(owner, pixels, () -> {
            closed.add(owner);
            room.left(owner); // as whoever is closed says
        });
    }

    @Test
    void those_that_were_opened_first_go_first_and_no_more_than_needed() {
        open("a", 40);
        open("b", 40);
        assertThat(closed).isEmpty();
        open("c", 40);
        assertThat(closed).containsExactly("a");
        open("d", 20);
        assertThat(closed).containsExactly("a");
    }

    @Test
    void who_opens_another_holds_that_instead_and_comes_last() {
        open("a", 60);
        open("a", 30);
        open("b", 60);
        assertThat(closed).isEmpty();
        open("a", 30);
        open("c", 30);
        assertThat(closed).containsExactly("b");
    }

    @Test
    void what_is_closed_makes_room_and_what_is_too_large_is_alone() {
        open("a", 60);
        room.left("a");
        open("b", 60);
        assertThat(closed).isEmpty();
        open("huge", 1000);
        assertThat(closed).containsExactly("b");
    }
}
