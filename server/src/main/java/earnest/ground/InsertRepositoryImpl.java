package earnest.ground;

import jakarta.persistence.EntityManager;

/** Found by its name, as a part of every repository that adds rows. */
class InsertRepositoryImpl<T> implements InsertRepository<T> {
    private final EntityManager entities;

    InsertRepositoryImpl(EntityManager entities) {
        this.entities = entities;
    }

    @Override
    public void add(T row) {
        entities.persist(row);
    }
}
