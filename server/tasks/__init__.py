"""Long work: asked for now, done in a while by a process that answers nobody."""
