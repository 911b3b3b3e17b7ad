package foldback.web.gather;

import foldback.engine.gather.ClipFacts;
import foldback.engine.gather.Grouping;
import foldback.engine.gather.Proposal;
import foldback.web.page.NotFoundException;
import foldback.web.project.ProjectRepository;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The clips of projects and which of them are proposed as takes. */
@Service
public class Clips {
    private final ClipRepository clips;
    private final ProjectRepository projects;
    private final ApplicationEventPublisher events;

    /** A clip that is to be looked into. */
    record ClipAdded(Long projectId, Long id, String file) {}

    Clips(ClipRepository clips, ProjectRepository projects, ApplicationEventPublisher events) {
        this.events = events;
        this.clips = clips;
        this.projects = projects;
    }

    @Transactional(readOnly = true)
    List<Clip> of(Long projectId) {
        return clips.findByProjectIdOrderByGroupNumberAscGroupPositionAsc(projectId);
    }

    @Transactional(readOnly = true)
    List<Clip> reading() {
        return clips.findByState(Clip.State.READING);
    }

    @Transactional(readOnly = true)
    Clip clip(Long projectId, Long id) {
        return clips.findById(id)
                .filter(clip -> clip.projectId().equals(projectId))
                .orElseThrow(() -> new NotFoundException("clip " + id + " of this project"));
    }

    /** Brings a file in; one that is there already and could not be used is looked into again. Empty where nothing is to be read. */
    private Optional<Clip> add(Long projectId, String file, long bytes) {
        lock(projectId);
        Optional<Clip> known = clips.findByProjectIdAndFile(projectId, file);
        if (known.isPresent()) {
            boolean again = known.get().state() == Clip.State.UNUSABLE;
            if (again) {
                known.get().readAgain();
            }
            return known.filter(clip -> again);
        }
        Clip clip = new Clip(projectId, file, bytes);
        clip.propose(nextNumber(of(projectId)), 0, "");
        return Optional.of(clips.save(clip));
    }

    @Transactional
    void ready(Long projectId, Long id, String sha256, KnownClip known) {
        // First of all: what is read before the lock would be the state before another clip's change.
        lock(projectId);
        clips.findById(id).ifPresent(clip -> {
            clip.ready(sha256, known);
            propose(clip.projectId());
        });
    }

    @Transactional
    void unusable(Long id, String message) {
        clips.findById(id).ifPresent(clip -> clip.unusable(message));
    }

    /** A file that is no clip and of use to a stage. */
    @Transactional
    void kept(Long id, String message) {
        clips.findById(id).ifPresent(clip -> clip.kept(message));
    }

    /** Brings a file in and has it looked into. */
    @Transactional
    public void bringIn(Long projectId, String file, long bytes) {
        add(projectId, file, bytes).ifPresent(this::lookInto);
    }

    /** Brings in a file that a take is of already, and has it looked into. */
    @Transactional
    public void bringInFor(Long take, Long projectId, String file, long bytes) {
        add(projectId, file, bytes).ifPresent(clip -> {
            clip.use(take);
            lookInto(clip);
        });
    }

    private void lookInto(Clip clip) {
        events.publishEvent(new ClipAdded(clip.projectId(), clip.id(), clip.file()));
    }

    /** Takes a clip out of the project; the file stays where it is. */
    @Transactional
    void remove(Long projectId, Long id) {
        Clip clip = clip(projectId, id);
        if (clip.takeId() != null) {
            throw new IllegalArgumentException("This clip belongs to a take; it cannot be taken out of the project.");
        }
        clips.delete(clip);
    }

    /** Moves a clip to a place in a proposed take, or to a new one where the number is empty; both are left alone from then on. */
    @Transactional
    void move(Long projectId, Long id, Optional<Integer> number, int position) {
        lock(projectId);
        Clip moved = clip(projectId, id);
        if (moved.takeId() != null) {
            throw new IllegalArgumentException("This clip belongs to a take already.");
        }
        List<Clip> all = of(projectId);
        int to = number.orElseGet(() -> nextNumber(all));
        List<Clip> target = new ArrayList<>(all.stream()
                .filter(clip -> clip.groupNumber() == to && !clip.equals(moved))
                .toList());
        if (target.stream().anyMatch(clip -> clip.takeId() != null)) {
            throw new IllegalArgumentException("That take is made already; make a new one.");
        }
        List<Clip> left = all.stream()
                .filter(clip -> clip.groupNumber() == moved.groupNumber() && !clip.equals(moved))
                .filter(clip -> clip.groupNumber() != to)
                .toList();
        target.add(Math.max(0, Math.min(position, target.size())), moved);
        number(target, to);
        if (!left.isEmpty()) {
            number(left, left.get(0).groupNumber());
        }
    }

    private static void number(List<Clip> group, int number) {
        for (int i = 0; i < group.size(); i++) {
            group.get(i).place(number, i);
        }
    }

    /** These clips, where they are one proposed take in this order: groups are numbered anew whenever a clip was read. */
    @Transactional(readOnly = true)
    Optional<List<Clip>> groupOf(Long projectId, List<Long> ids) {
        return of(projectId).stream()
                .filter(clip -> clip.takeId() == null)
                .collect(Collectors.groupingBy(Clip::groupNumber))
                .values()
                .stream()
                .filter(group -> group.stream().map(Clip::id).toList().equals(ids))
                .findFirst();
    }

    @Transactional
    void use(List<Clip> used, Long take) {
        used.forEach(clip -> clips.findById(clip.id()).orElseThrow().use(take));
    }

    /** Groups of a project are numbered by one change at a time. */
    private void lock(Long projectId) {
        projects.lock(projectId).orElseThrow(() -> new NotFoundException("project " + projectId));
    }

    private static int nextNumber(List<Clip> all) {
        return 1 + all.stream().mapToInt(Clip::groupNumber).max().orElse(0);
    }

    private void propose(Long projectId) {
        List<Clip> all = of(projectId);
        List<Clip> free = all.stream()
                .filter(clip -> clip.state() == Clip.State.READY && clip.takeId() == null && !clip.isGroupedByHand())
                .filter(Clip::isReadable)
                .sorted(Comparator.comparing(Clip::file))
                .toList();
        List<ClipFacts> facts = free.stream()
                .map(clip -> new ClipFacts(clip.file(), clip.facts().info()))
                .toList();
        int number = nextNumber(all);
        for (Proposal proposal : Grouping.propose(facts)) {
            for (int i = 0; i < proposal.clips().size(); i++) {
                free.get(proposal.clips().get(i)).propose(number, i, proposal.reason());
            }
            number++;
        }
    }
}
