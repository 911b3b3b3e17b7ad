package foldback.web.deliverable;

import foldback.core.recipe.Level;
import foldback.core.recipe.Ranges;
import foldback.core.recipe.Recipe;
import foldback.core.time.TimeSpan;
import foldback.engine.document.Asked;
import foldback.engine.document.spec.RenderSpec;
import foldback.engine.document.spec.Soundtrack;
import foldback.engine.gather.ClipHealths;
import foldback.engine.gather.FootageNotes;
import foldback.engine.render.FilmSound;
import foldback.engine.render.RenderJob;
import foldback.engine.render.Renderer;
import foldback.engine.render.Verified;
import foldback.engine.seam.TakeSeams;
import foldback.engine.take.Take;
import foldback.media.Folders;
import foldback.media.MediaException;
import foldback.media.ffmpeg.Encoders;
import foldback.media.ffmpeg.VideoCodec;
import foldback.web.FoldbackProperties;
import foldback.web.deliverable.asked.Again;
import foldback.web.deliverable.asked.NewDeliverable;
import foldback.web.deliverable.asked.Ordered;
import foldback.web.page.NotFoundException;
import foldback.web.recipe.Recipes;
import foldback.web.recipe.Revision;
import foldback.web.take.OpenTakes;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** The queue of deliverables: asked for on a page, carried out by the worker. */
@Service
public class Deliverables {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Set<Deliverable.State> QUEUED = Set.of(Deliverable.State.WAITING, Deliverable.State.PAUSED);
    private static final Set<Deliverable.State> STARTABLE =
            Set.of(Deliverable.State.FAILED, Deliverable.State.CANCELLED, Deliverable.State.PAUSED);
    private static final Set<Deliverable.State> ENDED =
            Set.of(Deliverable.State.DONE, Deliverable.State.FAILED, Deliverable.State.CANCELLED);
    private final DeliverableRepository rows;
    private final Recipes recipes;
    private final OpenTakes takes;
    private final TakeSeams seams;
    private final RenderQueue queue;
    private final Estimator estimator;
    private final ClipHealths healths;
    private final FoldbackProperties properties;
    private final Clock clock;

    Deliverables(
            DeliverableRepository rows,
            Recipes recipes,
            OpenTakes takes,
            TakeSeams seams,
            RenderQueue queue,
            Estimator estimator,
            ClipHealths healths,
            FoldbackProperties properties,
            Clock clock) {
        this.healths = healths;
        this.estimator = estimator;
        this.rows = rows;
        this.recipes = recipes;
        this.takes = takes;
        this.seams = seams;
        this.queue = queue;
        this.properties = properties;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    List<DeliverableView> all() {
        Map<Long, DeliverableRepository.Origin> origins = rows.origins().stream()
                .collect(Collectors.toMap(DeliverableRepository.Origin::getId, Function.identity()));
        return rows.findAllByOrderByIdDesc().stream()
                .sorted(Comparator.comparing(Deliverables::rank).thenComparing(Deliverables::place))
                .map(row -> DeliverableView.of(row, origins.get(row.id())))
                .toList();
    }

    /** What is at work comes first, then what waits, then what ended. */
    private static int rank(Deliverable row) {
        return switch (row.state()) {
            case WORKING -> 0;
            case WAITING, PAUSED -> 1;
            default -> 2;
        };
    }

    /** In the queue by place, behind it the newest first. */
    private static long place(Deliverable row) {
        return rank(row) == 1 ? row.position() : -row.id();
    }

    /** A name that is free: the wanted one, or with a number behind. */
    @Transactional(readOnly = true)
    String freeName(String wanted, RenderSpec spec) {
        return FileNames.free(wanted, spec.codec(), name -> isTaken(name, spec));
    }

    /**
     * A file's name that is wanted.
     *
     * @param beside the ending of a file that goes beside it, if one does
     */
    record Wanted(String name, VideoCodec codec, Optional<String> beside) {
        Wanted {
            beside = beside == null ? Optional.empty() : beside;
        }
    }

    private static Optional<String> besides(RenderSpec spec) {
        return spec.sound().filter(Soundtrack::isBeside).map(sound -> FilmSound.ENDING);
    }

    /** Names that are free, of several files that are wanted at once. */
    @Transactional(readOnly = true)
    List<String> freeNames(List<Wanted> wanted) {
        List<String> names = new ArrayList<>();
        wanted.forEach(file -> names.add(FileNames.free(
                file.name(),
                file.codec(),
                name -> isTaken(name, file.beside(), one -> names.contains(one) || isTaken(one)))));
        return names;
    }

    private boolean isTaken(String name, RenderSpec spec) {
        return isTaken(name, besides(spec), this::isTaken);
    }

    /** Whether a name is taken, or that of what goes beside it is. */
    private static boolean isTaken(String name, Optional<String> beside, Predicate<String> taken) {
        return taken.test(name)
                || beside.isPresent() && FileNames.alike(name, beside.get()).anyMatch(taken);
    }

    private boolean isTaken(String name) {
        return rows.existsByClaim(name)
                || Files.exists(properties.deliverables().resolve(name));
    }

    /** Puts a deliverable into the queue; everything that can be known to be wrong is refused now. */
    @Transactional
    DeliverableView add(Long takeId, NewDeliverable asked) {
        FileNames.check(asked.name());
        Revision revision = recipes.revision(takeId, asked.base());
        return add(takeId, as(revision, asked), asked.name(), job(revision, asked));
    }

    /** The revision that is handed over: one beside the take's line where a range has values of its own. */
    private Revision as(Revision revision, NewDeliverable asked) {
        Recipe whole = revision.read();
        return whole == Ranges.applied(whole, asked.range())
                ? revision
                : recipes.aside(
                        revision.id(),
                        recipe -> Ranges.applied(recipe, asked.range()),
                        "Range \u201c" + asked.range() + "\u201d with its own values");
    }

    /** Puts a deliverable into the queue once more, with what is to be other. */
    @Transactional
    DeliverableView again(Long id, Again asked) {
        FileNames.check(asked.name());
        Deliverable row = row(id);
        RenderSpec spec = asked.spec() == null
                ? RenderSpec.read(row.spec())
                : RenderSpec.read(JSON.writeValueAsString(asked.spec()));
        if (asked.facing() != 0 && spec.framing().isPresent()) {
            throw new IllegalArgumentException(
                    "A framing has a path of its own, which a turned front would bend: change it in Framing.");
        }
        double turned = asked.turned();
        Revision revision = recipes.aside(
                row.revisionId(),
                recipe -> turned == 0
                        ? recipe
                        : recipe.with(Level.SECTION, recipe.level().facing(turned)),
                String.format(
                        Locale.ROOT, "Turn the front by %.0f\u00b0 for \u201c%s\u201d", asked.facing(), asked.name()));
        return add(row.takeId(), revision, asked.name(), job(revision.read(), spec, row.span()));
    }

    private DeliverableView add(Long takeId, Revision revision, String wanted, RenderJob job) {
        VideoCodec codec = job.spec().codec();
        Encoders.require(codec);
        String name = FileNames.of(wanted, codec);
        if (isTaken(name, job.spec())) {
            throw new IllegalArgumentException("There is a deliverable named '" + name
                    + "' already. Choose another name, for example '" + freeName(name, job.spec()) + "'.");
        }
        Deliverable row = claimed(new Deliverable(
                takeId, revision.id(), name, job.spec().write(), job.span(), job.frames(), clock.instant()));
        row.place(row.id());
        queue.add(row.id());
        return DeliverableView.of(row, rows.origin(row.id()));
    }

    /** Puts several into the queue, in their order; none of them where one is refused. */
    @Transactional
    List<DeliverableView> addAll(List<Ordered> asked) {
        if (asked.isEmpty()) {
            throw nothingChosen();
        }
        return asked.stream()
                .map(one -> add(one.take(), Asked.required(one.file(), "file")))
                .toList();
    }

    private static IllegalArgumentException nothingChosen() {
        return new IllegalArgumentException("Choose at least one range and one spec.");
    }

    /** Saves a row, and has the database hold its name against whoever asks for it at the same moment. */
    private Deliverable claimed(Deliverable row) {
        try {
            Deliverable saved = rows.save(row);
            rows.flush();
            return saved;
        } catch (DataIntegrityViolationException meanwhile) {
            throw new IllegalArgumentException(
                    "'" + row.name() + "' was taken by another deliverable a moment ago. Choose another name.",
                    meanwhile);
        }
    }

    private RenderJob job(Revision revision, NewDeliverable asked) {
        RenderSpec spec = RenderSpec.read(JSON.writeValueAsString(Asked.required(asked.spec(), "spec")));
        return job(Ranges.applied(revision.read(), asked.range()), spec, new TimeSpan(asked.from(), asked.to()));
    }

    /** What is to be expected of some that are not in the queue yet, all together. */
    @Transactional(readOnly = true)
    Estimator.Estimate estimate(List<Ordered> asked) {
        return asked.stream()
                .map(one -> estimate(one.take(), Asked.required(one.file(), "file")))
                .reduce(Estimator.Estimate::and)
                .orElseThrow(Deliverables::nothingChosen);
    }

    private Estimator.Estimate estimate(Long takeId, NewDeliverable asked) {
        RenderJob job = job(recipes.revision(takeId, asked.base()), asked);
        return estimator
                .of(takeId, job.spec(), job.frames(), job.rate().perSecond())
                .warning(warnings(job));
    }

    /** What will be wrong with a job's file, as far as that is known. */
    private List<String> warnings(RenderJob job) {
        Take shown = job.take().showing(job.recipe());
        List<String> notes = new ArrayList<>(FootageNotes.damage(shown, healths, job.span()));
        notes.addAll(FootageNotes.rates(job.rate(), shown));
        notes.addAll(FootageNotes.settings(shown));
        notes.addAll(PlayingNotes.of(job.spec()));
        FootageNotes.size(job.recipe(), shown, job.target().canvas()).ifPresent(notes::add);
        return notes.stream()
                .map(note -> Character.toUpperCase(note.charAt(0)) + note.substring(1) + ".")
                .toList();
    }

    /** Stops one that works, keeping its finished parts, or takes one that waits out of the queue for now. */
    @Transactional
    void pause(Long id) {
        row(id).askPause();
    }

    /** Puts one that waits before another, or at the end. */
    @Transactional
    void move(Long id, Optional<Long> before) {
        List<Deliverable> queued = new ArrayList<>(rows.findByStateInOrderByPosition(QUEUED));
        Deliverable moved = queued.stream()
                .filter(row -> row.id().equals(id))
                .findFirst()
                .orElseThrow(
                        () -> new IllegalArgumentException("Only what waits can be moved; this one does not wait."));
        List<Long> places = queued.stream().map(Deliverable::position).toList();
        queued.remove(moved);
        int at = before.map(
                        other -> queued.stream().map(Deliverable::id).toList().indexOf(other))
                .filter(index -> index >= 0)
                .orElse(queued.size());
        queued.add(at, moved);
        for (int i = 0; i < queued.size(); i++) {
            queued.get(i).place(places.get(i));
        }
    }

    /** What a ticket is to work on: what it had begun, else the next in the queue. */
    @Transactional
    Optional<Long> takeUp(long ticket) {
        Optional<Deliverable> begun = rows.findFirstByStateAndTicket(Deliverable.State.WORKING, ticket);
        if (begun.isPresent()) {
            return begun.map(Deliverable::id);
        }
        Optional<Deliverable> next = rows.findFirstByStateOrderByPosition(Deliverable.State.WAITING);
        next.ifPresent(row -> row.takenUpBy(ticket, clock.instant()));
        return next.map(Deliverable::id);
    }

    @Transactional
    void cancel(Long id) {
        row(id).askCancel();
    }

    /** Starts one again that ended or is paused; where its name was taken meanwhile, under the next free one. */
    @Transactional
    void retry(Long id) {
        Deliverable row = row(id);
        if (STARTABLE.contains(row.state())) {
            boolean holdsItsName = row.state() == Deliverable.State.PAUSED;
            row.retry(holdsItsName ? row.name() : freeName(row.name(), RenderSpec.read(row.spec())));
            claimed(row);
            queue.add(id);
        }
    }

    /** Deletes one that ended: its row, its file and what lies beside it, and what is left of its work. */
    @Transactional
    void remove(Long id) {
        Deliverable row = row(id);
        if (!ENDED.contains(row.state())) {
            throw new IllegalArgumentException(
                    "'" + row.name() + "' is in the queue. Cancel it first, and delete it then.");
        }
        List<Path> files = new ArrayList<>();
        if (row.state() == Deliverable.State.DONE) {
            Path film = properties.deliverables().resolve(row.name());
            files.add(film);
            FilmSound.beside(RenderSpec.read(row.spec()), film).ifPresent(files::add);
        }
        rows.deleteById(id);
        rows.flush();
        try {
            for (Path file : files) {
                Folders.delete(file);
            }
            Folders.delete(properties.renders().resolve(Long.toString(id)));
        } catch (IOException failed) {
            throw new MediaException(
                    files.isEmpty() ? properties.renders() : files.get(0),
                    "'" + row.name() + "' could not be deleted: " + failed.getMessage()
                            + ". Look at the folder's permissions, and try again.",
                    failed);
        }
    }

    /** Pauses one until there is room; it goes on by itself then. */
    @Transactional
    void waitForRoom(Long id, String why, Renderer.Room needed) {
        row(id).waitForRoom(why, needed);
    }

    /** The bytes that a job's file will take, as far as that can be told before anything of it is made. */
    @Transactional(readOnly = true)
    long bytesExpected(Long id, RenderJob job) {
        return estimator
                .of(row(id).takeId(), job.spec(), job.frames(), job.rate().perSecond())
                .bytes();
    }

    /** Those that wait for room, with what they need. */
    @Transactional(readOnly = true)
    Map<Long, Renderer.Room> waitingForRoom() {
        return rows.findByState(Deliverable.State.PAUSED).stream()
                .filter(Deliverable::waitsForRoom)
                .collect(Collectors.toMap(Deliverable::id, Deliverable::roomNeeded));
    }

    /** Sees to it that somebody comes for all that wait: a ticket may have ended in the moment in which another one began to wait. */
    @Transactional
    void callForWaiting() {
        rows.findByState(Deliverable.State.WAITING).forEach(row -> queue.add(row.id()));
    }

    /** A finished file. */
    @Transactional(readOnly = true)
    Path file(Long id) {
        return finished(id, Files::isRegularFile, "file");
    }

    /** A finished folder of images. */
    @Transactional(readOnly = true)
    Path images(Long id) {
        return finished(id, Files::isDirectory, "folder of images");
    }

    /** A finished file, or folder of images. */
    @Transactional(readOnly = true)
    Path result(Long id) {
        return finished(id, Files::exists, "file");
    }

    private Path finished(Long id, Predicate<Path> isSo, String kind) {
        Deliverable row = row(id);
        Path file = properties.deliverables().resolve(row.name());
        if (row.state() != Deliverable.State.DONE || !isSo.test(file)) {
            throw new NotFoundException("finished " + kind + " of '" + row.name() + "'");
        }
        return file;
    }

    @Transactional(readOnly = true)
    Deliverable row(Long id) {
        return rows.findById(id).orElseThrow(() -> new NotFoundException("deliverable " + id));
    }

    @Transactional(readOnly = true)
    String recipeOf(Long id) {
        return recipes.byId(row(id).revisionId()).recipe();
    }

    /** What the worker needs, or nothing where it was cancelled before. */
    @Transactional(readOnly = true)
    RenderJob job(Long id) {
        Deliverable row = row(id);
        Recipe recipe = recipes.byId(row.revisionId()).read();
        String spec = row.spec();
        return job(recipe, RenderSpec.read(spec), row.span());
    }

    /** Records progress; returns whether the render should stop. */
    @Transactional
    boolean progress(Long id, long framesDone, double framesPerSecond) {
        Deliverable row = row(id);
        row.progress(framesDone, framesPerSecond);
        return row.cancelAsked() || row.pauseAsked();
    }

    /** Those that are worked on. */
    @Transactional(readOnly = true)
    List<Long> working() {
        return rows.findByState(Deliverable.State.WORKING).stream()
                .map(Deliverable::id)
                .toList();
    }

    /** Whether one is worked on and is to be. */
    @Transactional(readOnly = true)
    boolean isWorkedOn(Long id) {
        Deliverable row = row(id);
        return row.state() == Deliverable.State.WORKING && !row.cancelAsked() && !row.pauseAsked();
    }

    @Transactional
    void done(Long id, Verified verified) {
        row(id).end(Deliverable.State.DONE, verified.says(), JSON.writeValueAsString(verified), clock.instant());
    }

    @Transactional
    void ended(Long id, Deliverable.State state, String message) {
        row(id).end(state, message, null, clock.instant());
    }

    private RenderJob job(Recipe recipe, RenderSpec spec, TimeSpan span) {
        return new RenderJob(
                recipe,
                spec,
                takes.heard(recipe),
                span,
                spec.transformed() ? takes.transformOf(recipe) : Optional.empty(),
                seams);
    }
}
