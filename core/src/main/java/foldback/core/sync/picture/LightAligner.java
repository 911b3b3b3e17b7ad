package foldback.core.sync.picture;

import foldback.core.motion.PictureTrack;
import foldback.core.run.Run;
import foldback.core.sync.pair.Belief;
import foldback.core.sync.pair.Clue;
import foldback.core.sync.pair.PairEvidence;
import foldback.core.sync.pair.PairLag;
import foldback.core.sync.pair.SyncSettings;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** Finds the lags of clips by lights that go on and off: the pattern of moments that fits most of them. */
public final class LightAligner {
    private static final int MOST_EVENTS = 60;
    private static final int CANDIDATES = 4;
    /** Moments of one change lie no farther apart in two clips, frames: exposures begin at different times. */
    private static final double NEAR_FRAMES = 1;

    private static final double SIGMA_FRAMES = 0.3;
    /** So many moments in step are no chance. */
    private static final int SURE_EVENTS = 4;

    private static final double SURE_SHARE = 0.8;

    private LightAligner() {}

    /** A lag, with the changes that both clips have and those that one alone has though both were running. */
    private record Fit(double lag, int both, int alone, double at, double height) {
        double share() {
            return (double) both / (both + alone);
        }

        double worth() {
            return both * share();
        }
    }

    /** What each pair's light says: for each pair the lags it could have, best first. */
    public static List<List<PairEvidence>> compare(
            List<Optional<PictureTrack>> tracks, SyncSettings settings, Run run) {
        List<List<LightEvents.Event>> events = tracks.stream()
                .map(track -> track.map(LightEvents::of).orElse(List.of()))
                .toList();
        List<List<PairEvidence>> found = new ArrayList<>();
        for (int i = 0; i < tracks.size(); i++) {
            run.step((double) i / tracks.size());
            for (int j = i + 1; j < tracks.size(); j++) {
                if (!events.get(i).isEmpty() && !events.get(j).isEmpty()) {
                    PictureTrack a = tracks.get(i).orElseThrow();
                    PictureTrack b = tracks.get(j).orElseThrow();
                    List<Fit> fits = fits(a, b, events.get(i), events.get(j), settings.leastOverlap());
                    if (!fits.isEmpty()) {
                        found.add(evidence(i, j, fits, 1 / Math.min(a.rate(), b.rate()), settings));
                    }
                }
            }
        }
        return found;
    }

    private static List<Fit> fits(
            PictureTrack a,
            PictureTrack b,
            List<LightEvents.Event> first,
            List<LightEvents.Event> second,
            double leastOverlap) {
        double near = NEAR_FRAMES / Math.min(a.rate(), b.rate());
        List<LightEvents.Event> strongA = strongest(first);
        List<LightEvents.Event> strongB = strongest(second);
        List<Fit> fits = new ArrayList<>();
        for (LightEvents.Event one : strongA) {
            for (LightEvents.Event two : strongB) {
                double lag = one.time() - two.time();
                double from = Math.max(a.from(), b.from() + lag);
                double to = Math.min(a.to(), b.to() + lag);
                if (one.height() * two.height() > 0 && to - from >= leastOverlap) {
                    fits.add(fit(strongA, strongB, lag, near, from - near, to + near));
                }
            }
        }
        fits.sort(Comparator.comparingDouble(fit -> -fit.worth()));
        List<Fit> apart = new ArrayList<>();
        for (Fit fit : fits) {
            boolean other = apart.stream().allMatch(known -> Math.abs(known.lag() - fit.lag()) > 2 * near);
            if (other && apart.size() < CANDIDATES) {
                apart.add(fit);
            }
        }
        return apart;
    }

    private static List<LightEvents.Event> strongest(List<LightEvents.Event> events) {
        return events.stream()
                .sorted(Comparator.comparingDouble(event -> -Math.abs(event.height())))
                .limit(MOST_EVENTS)
                .sorted(Comparator.comparingDouble(LightEvents.Event::time))
                .toList();
    }

    private static Fit fit(
            List<LightEvents.Event> a, List<LightEvents.Event> b, double lag, double near, double from, double to) {
        int both = 0;
        double lags = 0;
        double times = 0;
        double squares = 0;
        int inB = (int) b.stream()
                .filter(event -> event.time() + lag >= from && event.time() + lag <= to)
                .count();
        int inA = 0;
        for (LightEvents.Event one : a) {
            if (one.time() >= from && one.time() <= to) {
                inA++;
                Optional<LightEvents.Event> two = b.stream()
                        .filter(event -> event.height() * one.height() > 0)
                        .filter(event -> Math.abs(one.time() - event.time() - lag) <= near)
                        .min(Comparator.comparingDouble(event -> Math.abs(one.time() - event.time() - lag)));
                if (two.isPresent()) {
                    both++;
                    lags += one.time() - two.get().time();
                    times += one.time();
                    double least =
                            Math.min(Math.abs(one.height()), Math.abs(two.get().height()));
                    squares += least * least;
                }
            }
        }
        return new Fit(
                both == 0 ? lag : lags / both,
                both,
                Math.max(0, inA + inB - 2 * both),
                both == 0 ? 0 : times / both,
                Math.sqrt(squares));
    }

    private static List<PairEvidence> evidence(int i, int j, List<Fit> fits, double frame, SyncSettings settings) {
        List<PairEvidence> found = new ArrayList<>();
        for (Fit fit : fits) {
            double rival =
                    !found.isEmpty() ? 1 : fits.size() < 2 ? 0 : fits.get(1).worth() / fit.worth();
            double sigma = SIGMA_FRAMES * frame / Math.sqrt(Math.max(1, fit.both()));
            found.add(new PairEvidence(
                    i,
                    j,
                    Clue.LIGHT,
                    new PairLag(fit.at(), fit.lag(), sigma, 0, Double.POSITIVE_INFINITY),
                    fit.height(),
                    rival,
                    fit.share(),
                    fit.both(),
                    fit.share(),
                    Double.NaN,
                    belief(fit, rival, settings),
                    false));
        }
        return found;
    }

    private static Belief belief(Fit fit, double rival, SyncSettings settings) {
        if (rival > settings.mostRival() || fit.both() == 0 || fit.share() < settings.leastAgreeing()) {
            return Belief.NONE;
        }
        return fit.both() >= SURE_EVENTS && fit.share() >= SURE_SHARE ? Belief.FIRM : Belief.HINT;
    }
}
