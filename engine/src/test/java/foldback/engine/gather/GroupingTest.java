package foldback.engine.gather;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.picture.ColourTags;
import foldback.core.picture.PixelFormat;
import foldback.media.ffmpeg.MediaInfo;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Which clips are proposed as takes, from names and times as recorders give them. */
class GroupingTest {
    private static final Instant NOON = Instant.parse("2026-05-04T12:00:00Z");
    private final List<ClipFacts> clips = new ArrayList<>();

    private GroupingTest add(String file, double seconds) {
        return add(file, seconds, null, 1920, 1440);
    }

    private GroupingTest add(String file, double seconds, Integer startedAfter) {
        return add(file, seconds, startedAfter, 1920, 1440);
    }

    private GroupingTest add(String file, double seconds, Integer startedAfter, int width, int height) {
        return add(file, seconds, startedAfter, width, height, "");
    }

    private GroupingTest add(String file, double seconds, Integer startedAfter, int width, int height, String device) {
        MediaInfo.Video video = new MediaInfo.Video(
                "h264",
                width,
                height,
                "yuv420p",
                PixelFormat.YUV420_8,
                ColourTags.BT709_LIMITED,
                List.of(),
                "25/1",
                0,
                seconds,
                0,
                Optional.empty(),
                Optional.empty());
        Optional<Instant> started = Optional.ofNullable(startedAfter).map(NOON::plusSeconds);
        clips.add(new ClipFacts(
                file,
                new MediaInfo(
                        "mov", seconds, Optional.of(video), List.of(), new MediaInfo.Origin(started, device, "", 0))));
        return this;
    }

    /** The proposed takes as names, in order. */
    private List<List<String>> takes() {
        return Grouping.propose(clips).stream()
                .map(p -> p.clips().stream().map(i -> clips.get(i).file()).toList())
                .toList();
    }

    @Test
    void namesThatDifferInTheLensBelongTogetherInTheLensesOrder() {
        add("day/walk right.mp4", 61).add("day/walk left.mp4", 60).add("day/other.mp4", 60);
        assertThat(takes())
                .containsExactly(List.of("day/other.mp4"), List.of("day/walk left.mp4", "day/walk right.mp4"));
        assertThat(Grouping.propose(clips).get(1).reason()).contains("left, right");
    }

    @Test
    void lettersAtTheEndAndCameraNumbersAreLenses() {
        add("rakers-b.mp4", 12).add("rakers-a.mp4", 20).add("rakers-c.mp4", 15);
        add("cam2_0007.mov", 30).add("cam1_0007.mov", 30).add("cam1_0008.mov", 30);
        assertThat(takes())
                .containsExactly(
                        List.of("cam1_0007.mov", "cam2_0007.mov"),
                        List.of("cam1_0008.mov"),
                        List.of("rakers-a.mp4", "rakers-b.mp4", "rakers-c.mp4"));
    }

    @Test
    void aLetterAtTheEndCountsBeforeOneAtTheStart() {
        add("x-a.mp4", 12).add("x-b.mp4", 12).add("a_walk.mp4", 9).add("b_walk.mp4", 9);
        assertThat(takes()).containsExactly(List.of("a_walk.mp4", "b_walk.mp4"), List.of("x-a.mp4", "x-b.mp4"));
    }

    @Test
    void oneNameInAFolderForEachLens() {
        add("card/1/clip0004.mp4", 100).add("card/2/clip0004.mp4", 98).add("card/3/clip0004.mp4", 101);
        assertThat(takes())
                .containsExactly(List.of("card/1/clip0004.mp4", "card/2/clip0004.mp4", "card/3/clip0004.mp4"));
    }

    @Test
    void numbersAreLensesOnlyWhereTheTimesSaySo() {
        add("clip_1.mp4", 60, 0).add("clip_2.mp4", 60, 120);
        assertThat(takes()).containsExactly(List.of("clip_1.mp4"), List.of("clip_2.mp4"));
        clips.clear();
        add("clip_1.mp4", 60, 0).add("clip_2.mp4", 60, 9);
        assertThat(takes()).containsExactly(List.of("clip_1.mp4", "clip_2.mp4"));
        clips.clear();
        add("clip_1.mp4", 60).add("clip_2.mp4", 60);
        assertThat(takes()).containsExactly(List.of("clip_1.mp4"), List.of("clip_2.mp4"));
    }

    @Test
    void namesDoNotJoinWhatRanAtDifferentTimes() {
        add("a/front.mp4", 60, 0).add("a/back.mp4", 60, 500);
        assertThat(takes()).containsExactly(List.of("a/back.mp4"), List.of("a/front.mp4"));
    }

    @Test
    void lengthsFarApartAreNotOneTake() {
        add("walk-a.mp4", 12).add("walk-b.mp4", 600);
        assertThat(takes()).containsExactly(List.of("walk-a.mp4"), List.of("walk-b.mp4"));
    }

    @Test
    void clocksJoinWhatNamesDoNot() {
        add("x/first.mp4", 60, 0).add("y/second.mp4", 55, 8).add("z/later.mp4", 60, 300);
        assertThat(takes()).containsExactly(List.of("x/first.mp4", "y/second.mp4"), List.of("z/later.mp4"));
        assertThat(Grouping.propose(clips).get(0).reason()).contains("at the same time");
    }

    @Test
    void clocksDoNotJoinPicturesOfOtherSizesOrRecordersOfOtherKinds() {
        add("first.mp4", 60, 0).add("making-of.mp4", 60, 1, 1920, 1080);
        assertThat(takes()).containsExactly(List.of("first.mp4"), List.of("making-of.mp4"));
        clips.clear();
        add("x.mp4", 60, 0, 1920, 1440, "Lantern One").add("y.mp4", 60, 1, 1920, 1440, "Lantern Two");
        add("z.mp4", 60, 2, 1920, 1440, "Lantern One");
        assertThat(takes()).containsExactly(List.of("x.mp4", "z.mp4"), List.of("y.mp4"));
        assertThat(Grouping.propose(clips).get(0).reason()).contains("1920 x 1440 from Lantern One");
    }

    @Test
    void clipsOfOneLengthInAFolderForEachLens() {
        add("one/m0017.mp4", 61.2).add("one/m0018.mp4", 12.4);
        add("two/m0230.mp4", 61.4).add("two/m0231.mp4", 12.3);
        assertThat(takes())
                .containsExactly(List.of("one/m0017.mp4", "two/m0230.mp4"), List.of("one/m0018.mp4", "two/m0231.mp4"));
        assertThat(Grouping.propose(clips).get(0).reason()).contains("as long as the others");
    }

    @Test
    void lengthsAloneAreNotEnoughWhereTwoWouldDo() {
        add("one/m0017.mp4", 61.2).add("one/m0018.mp4", 61.3).add("two/m0230.mp4", 61.4);
        assertThat(takes()).hasSize(3);
        clips.clear();
        add("one/m0017.mp4", 61.2, 0).add("two/m0230.mp4", 61.4, 400);
        assertThat(takes()).hasSize(2);
    }

    @Test
    void aFileTwiceAsLongAsWideStandsAlone() {
        add("walk-a.mp4", 12, null, 2880, 1440).add("walk-b.mp4", 12, null, 2880, 1440);
        assertThat(takes()).containsExactly(List.of("walk-a.mp4"), List.of("walk-b.mp4"));
    }

    @Test
    void everyClipIsInExactlyOneTake() {
        String[] names = {
            "left", "right", "a", "b", "1", "2", "cam1", "front", "back", "x y z", ".hidden", "noextension"
        };
        for (int i = 0; i < 60; i++) {
            add("f" + i % 4 + "/" + names[i % names.length] + (i % 7) + ".mp4", 10 + i, i % 3 == 0 ? i : null);
        }
        assertThat(Grouping.propose(clips).stream().flatMap(p -> p.clips().stream()))
                .hasSize(60)
                .doesNotHaveDuplicates();
    }
}
