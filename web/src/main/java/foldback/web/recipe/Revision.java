package foldback.web.recipe;

import foldback.core.recipe.Recipe;
import foldback.engine.recipe.RecipeJson;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.Length;

/** One recorded state of a take's recipe; never changed, never deleted. */
@Entity
public class Revision {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long takeId;
    private Long parentId;
    private int number;

    @Column(length = Length.LONG32)
    private String recipe;

    private String label;
    private Long authorId;
    private Instant createdAt;
    /** Whether the take never was so: something was made of it by the way. */
    private boolean aside;
    /** By which somebody wants to find it again; null for none. */
    private String name;

    protected Revision() {}

    Revision(Long takeId, Long parentId, int number, String recipe, String label, Long authorId, Instant createdAt) {
        this.takeId = takeId;
        this.parentId = parentId;
        this.number = number;
        this.recipe = recipe;
        this.label = label;
        this.authorId = authorId;
        this.createdAt = createdAt;
    }

    /** The same, beside the line of the take's changes. */
    Revision standingAside() {
        aside = true;
        return this;
    }

    public Long id() {
        return id;
    }

    public Long takeId() {
        return takeId;
    }

    Long parentId() {
        return parentId;
    }

    /** Counts the revisions of a take, from 1. */
    public int number() {
        return number;
    }

    /** The recipe that its document stands for. */
    public Recipe read() {
        return RecipeJson.read(recipe);
    }

    /** The recipe document. */
    public String recipe() {
        return recipe;
    }

    void rename(String other) {
        name = other;
    }

    public Instant createdAt() {
        return createdAt;
    }

    public String label() {
        return label;
    }
}
