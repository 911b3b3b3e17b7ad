package foldback.web.gather;

import foldback.engine.gather.ClipHealths;
import foldback.engine.gather.HealthWords;
import foldback.engine.take.MediaFolders;
import foldback.media.decode.ClipHealth;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** The rows of clips in a table, with what differs inside a take. */
final class Rows {
    /** Columns that must agree within a take; lengths, start times and devices differ by nature. */
    private static final List<String> MUST_AGREE = List.of("size", "rate", "codec", "colour", "sound");

    private final ClipHealths healths;

    Rows(ClipHealths healths) {
        this.healths = healths;
    }

    /** The rows of clips that were filmed together; none for none. */
    List<GatherView.Row> of(List<Clip> group) {
        if (group.isEmpty()) {
            return List.of();
        }
        List<Map<String, String>> cells =
                group.stream().map(clip -> GatherView.cells(clip.facts())).toList();
        Map<String, String> most = new HashMap<>();
        for (String column : MUST_AGREE) {
            most.put(
                    column,
                    mostCommon(cells.stream().map(row -> row.get(column)).toList()));
        }
        List<GatherView.Row> rows = new ArrayList<>();
        int lens = 0;
        for (int i = 0; i < group.size(); i++) {
            Clip clip = group.get(i);
            Map<String, String> row = cells.get(i);
            int lenses = clip.facts().lenses().size();
            StringBuilder slots = new StringBuilder();
            for (int n = 0; n < lenses; n++) {
                slots.append(n > 0 ? ", " : "").append((char) ('A' + lens++));
            }
            rows.add(row(
                    clip,
                    slots.toString(),
                    row,
                    MUST_AGREE.stream()
                            .filter(column -> !row.get(column).equals(most.get(column)))
                            .toList(),
                    healths.of(clip.sha256())));
        }
        return rows;
    }

    /** The row of a clip that is not read, or cannot be. */
    static GatherView.Row unread(Clip clip) {
        return clip.state() == Clip.State.READY
                ? unusable(clip, "What is known of it cannot be read any more. Take it out, and bring it in again.")
                : row(clip, "", Map.of(), List.of(), Optional.empty());
    }

    /** The row of a clip that cannot be part of a take. */
    static GatherView.Row unfit(Clip clip, String why) {
        return unusable(clip, "It cannot be used for a take: " + why);
    }

    private static GatherView.Row unusable(Clip clip, String why) {
        return new GatherView.Row(
                clip.id(),
                MediaFolders.printable(clip.file()),
                "unusable",
                why,
                clip.bytes(),
                "",
                Map.of(),
                List.of(),
                false,
                List.of());
    }

    private static GatherView.Row row(
            Clip clip, String slots, Map<String, String> cells, List<String> differs, Optional<ClipHealth> health) {
        return new GatherView.Row(
                clip.id(),
                MediaFolders.printable(clip.file()),
                clip.state().name().toLowerCase(Locale.ROOT),
                clip.message(),
                clip.bytes(),
                slots,
                cells,
                differs,
                health.isPresent(),
                health.map(HealthWords::of).orElse(List.of()));
    }

    /** The value that most have; of equals the first. */
    private static String mostCommon(List<String> values) {
        String best = values.get(0);
        for (String value : values) {
            long count = values.stream().filter(value::equals).count();
            if (count > values.stream().filter(best::equals).count()) {
                best = value;
            }
        }
        return best;
    }
}
