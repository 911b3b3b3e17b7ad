package foldback.engine.gather;

import foldback.core.time.TimeSpan;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * Proposes which clips make a take: first by names that tell lenses, then by one name in several folders, then by the time of
 * recording, then by pictures and lengths alike in a folder for each lens. Names alone never join clips whose recorders say
 * that they ran at different times; times and lengths alone never join pictures of different sizes or kinds of recorder.
 */
public final class Grouping {
    /** Clips of one take are stopped by hand: their lengths differ by no more than this, seconds, or by this share. */
    private static final double LENGTHS_APART = 30;

    private static final double LENGTH_SHARE = 0.25;

    /** Where nothing but lengths speaks, they differ by no more than this, seconds: recorders stopped by one remote. */
    private static final double REMOTE_APART = 1;

    private final List<ClipFacts> clips;
    private final TreeSet<Integer> left = new TreeSet<>();
    private final List<Proposal> proposals = new ArrayList<>();

    private Grouping(List<ClipFacts> clips) {
        this.clips = clips;
        for (int i = 0; i < clips.size(); i++) {
            left.add(i);
        }
    }

    /** Proposes takes; every clip is in exactly one, those that fit no other alone. */
    public static List<Proposal> propose(List<ClipFacts> clips) {
        Grouping grouping = new Grouping(clips);
        grouping.twoLensFiles();
        grouping.byLensName();
        grouping.byNameAcrossFolders();
        grouping.byTime();
        grouping.byPictureAndLength();
        grouping.alone();
        grouping.proposals.sort(
                Comparator.comparing(p -> clips.get(p.clips().get(0)).file()));
        return List.copyOf(grouping.proposals);
    }

    private void twoLensFiles() {
        for (int i : List.copyOf(left)) {
            if (clips.get(i).mayHoldTwoLenses()) {
                accept(List.of(i), "One file twice as long as wide: it may hold two lens pictures.");
            }
        }
    }

    private void byLensName() {
        Map<String, List<Integer>> alike = alike(i -> LensName.of(clips.get(i).name())
                .map(name -> clips.get(i).folder() + "\n" + name.kind() + "\n" + name.stem()));
        for (List<Integer> group : alike.values()) {
            group.sort(Comparator.comparingInt(i -> lens(i).rank()));
            for (List<Integer> take : together(group)) {
                boolean numbers = lens(take.get(0)).kind() == LensName.Kind.NUMBER;
                // Numbers count takes as often as lenses.
                if (!numbers || ranAtOneTime(take)) {
                    String said = take.stream().map(i -> lens(i).said()).collect(Collectors.joining(", "));
                    accept(take, "Their names differ only in the lens (" + said + ")" + times(take));
                }
            }
        }
    }

    private LensName lens(int clip) {
        return LensName.of(clips.get(clip).name()).orElseThrow();
    }

    private void byNameAcrossFolders() {
        Map<String, List<Integer>> alike =
                alike(i -> Optional.of(clips.get(i).name().toLowerCase(Locale.ROOT)));
        for (List<Integer> group : alike.values()) {
            group.sort(Comparator.comparing(i -> clips.get(i).folder()));
            for (List<Integer> take : together(group)) {
                accept(take, "One name in several folders, a folder for each lens" + times(take));
            }
        }
    }

    private void byTime() {
        for (int first : List.copyOf(left)) {
            if (!left.contains(first) || clips.get(first).recorded().isEmpty()) {
                continue;
            }
            List<Integer> take = new ArrayList<>(List.of(first));
            for (int other : left) {
                if (other != first
                        && clips.get(first).sameKind(clips.get(other))
                        && take.stream().allMatch(i -> overlap(i, other).orElse(false))) {
                    take.add(other);
                }
            }
            if (take.size() > 1) {
                take.sort(Comparator.comparing(i -> clips.get(i).file()));
                accept(take, "They were recorded at the same time, by their own clocks, with " + kind(first) + ".");
            }
        }
    }

    /** Recorders without a clock that count by themselves: one clip of each folder, the only one there that is so long. */
    private void byPictureAndLength() {
        for (int first : List.copyOf(left)) {
            if (!left.contains(first)) {
                continue;
            }
            List<Integer> alike = left.stream()
                    .filter(other -> clips.get(first).sameKind(clips.get(other)))
                    .filter(other -> Math.abs(clips.get(first).seconds()
                                    - clips.get(other).seconds())
                            <= REMOTE_APART)
                    .filter(other -> overlap(first, other).orElse(true))
                    .toList();
            long folders =
                    alike.stream().map(i -> clips.get(i).folder()).distinct().count();
            if (alike.size() > 1 && folders == alike.size()) {
                accept(
                        alike,
                        "One clip of each folder, of " + kind(first)
                                + ", and as long as the others; no more than that.");
            }
        }
    }

    /** What {@link ClipFacts#sameKind} compares, in words. */
    private String kind(int clip) {
        ClipFacts facts = clips.get(clip);
        String device = facts.info().origin().device();
        return "pictures of " + facts.size() + (device.isEmpty() ? "" : " from " + device);
    }

    private void alone() {
        for (int i : List.copyOf(left)) {
            accept(List.of(i), "No other clip goes with it by name or time.");
        }
    }

    private void accept(List<Integer> take, String reason) {
        proposals.add(new Proposal(take, reason));
        take.forEach(left::remove);
    }

    /** The clips that are left, by a key; only keys of several clips. */
    private Map<String, List<Integer>> alike(Function<Integer, Optional<String>> key) {
        Map<String, List<Integer>> groups = new LinkedHashMap<>();
        for (int i : left) {
            key.apply(i)
                    .ifPresent(k ->
                            groups.computeIfAbsent(k, n -> new ArrayList<>()).add(i));
        }
        groups.values().removeIf(group -> group.size() < 2);
        return groups;
    }

    /** Splits clips into those that can have run together; only those of several. */
    private List<List<Integer>> together(List<Integer> group) {
        List<List<Integer>> takes = new ArrayList<>();
        for (int clip : group) {
            takes.stream()
                    .filter(take -> take.stream().allMatch(i -> mayBelong(i, clip)))
                    .findFirst()
                    .orElseGet(() -> {
                        List<Integer> fresh = new ArrayList<>();
                        takes.add(fresh);
                        return fresh;
                    })
                    .add(clip);
        }
        takes.removeIf(take -> take.size() < 2);
        return takes;
    }

    private boolean mayBelong(int a, int b) {
        double shorter = Math.min(clips.get(a).seconds(), clips.get(b).seconds());
        double longer = Math.max(clips.get(a).seconds(), clips.get(b).seconds());
        boolean alike = longer - shorter <= Math.max(LENGTHS_APART, LENGTH_SHARE * longer);
        return overlap(a, b).orElse(alike);
    }

    /** Whether two clips ran together for half of the shorter; empty where a recorder does not say when. */
    private Optional<Boolean> overlap(int a, int b) {
        Optional<TimeSpan> one = clips.get(a).recorded();
        Optional<TimeSpan> two = clips.get(b).recorded();
        if (one.isEmpty() || two.isEmpty()) {
            return Optional.empty();
        }
        double shared = one.get().intersect(two.get()).seconds();
        return Optional.of(
                shared >= 0.5 * Math.min(one.get().seconds(), two.get().seconds()));
    }

    private boolean ranAtOneTime(List<Integer> take) {
        return overlap(take.get(0), take.get(take.size() - 1)).orElse(false);
    }

    private String times(List<Integer> take) {
        return ranAtOneTime(take) ? ", and they were recorded at the same time." : ".";
    }
}
