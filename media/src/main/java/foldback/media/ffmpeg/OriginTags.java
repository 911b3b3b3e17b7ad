package foldback.media.ffmpeg;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import tools.jackson.databind.JsonNode;

/** Reads what a recorder wrote of itself into a file's tags, whatever prefix its keys have. */
final class OriginTags {
    /** Clocks that were never set count from here or from 1904; no clip is older. */
    private static final Instant OLDEST = Instant.parse("1995-01-01T00:00:00Z");

    private OriginTags() {}

    static MediaInfo.Origin read(JsonNode format, JsonNode streams) {
        List<JsonNode> tagged = new ArrayList<>();
        tagged.add(format.path("tags"));
        int data = 0;
        for (JsonNode stream : streams) {
            tagged.add(stream.path("tags"));
            boolean timecode = stream.path("codec_tag_string").asString("").equals("tmcd");
            data += stream.path("codec_type").asString("").equals("data") && !timecode ? 1 : 0;
        }
        String make = first(tagged, "make").orElse("");
        String model = first(tagged, "model").orElse("");
        String device = model.startsWith(make) ? model : (make + " " + model).strip();
        return new MediaInfo.Origin(
                first(tagged, "creation_time").flatMap(OriginTags::instant),
                device,
                first(tagged, "timecode").orElse(""),
                data);
    }

    /** The first value whose key is this name, alone or behind a dot. */
    private static Optional<String> first(List<JsonNode> tagged, String name) {
        for (JsonNode tags : tagged) {
            for (String key : tags.propertyNames()) {
                String low = key.toLowerCase(Locale.ROOT);
                String value = tags.path(key).asString("").strip();
                if (!value.isEmpty() && (low.equals(name) || low.endsWith("." + name))) {
                    return Optional.of(value);
                }
            }
        }
        return Optional.empty();
    }

    private static Optional<Instant> instant(String text) {
        try {
            Instant at = OffsetDateTime.parse(text, DateTimeFormatter.ISO_OFFSET_DATE_TIME)
                    .toInstant();
            return at.isAfter(OLDEST) ? Optional.of(at) : Optional.empty();
        } catch (DateTimeException unreadable) {
            return Optional.empty();
        }
    }
}
