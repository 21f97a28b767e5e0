package app.vineparcel.web.sources;

import app.vineparcel.core.Notice;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;

/** What reading a file found, as JSON text for a column. */
public final class NoticeList {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private NoticeList() {}

    /** As text. */
    public static String written(List<Notice> notices) {
        ArrayNode list = JSON.createArrayNode();
        notices.forEach(notice -> list.addObject()
                .put("code", notice.code())
                .put("matters", notice.matters())
                .put("text", notice.text().replace("\0", "")));
        return JSON.writeValueAsString(list);
    }

    /** From that text. */
    public static List<Notice> read(String text) {
        List<Notice> notices = new ArrayList<>();
        for (JsonNode one : JSON.readTree(text)) {
            notices.add(new Notice(
                    one.path("code").asString(),
                    one.path("matters").asBoolean(),
                    one.path("text").asString()));
        }
        return notices;
    }
}
