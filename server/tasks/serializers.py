"""What the API says of long work."""

from rest_framework import serializers

from .models import Task

ENDED = "The server was started anew in the midst of it. Ask for it again."


class TaskSerializer(serializers.ModelSerializer):
    """A piece of work: how it stands, and what it came to."""

    state = serializers.ChoiceField(Task.State.choices)
    about = serializers.DictField(allow_null=True, help_text="What is told of what it came to.")

    class Meta:
        model = Task
        fields = ["id", "kind", "state", "share", "detail", "about", "name", "media_type", "size"]
        read_only_fields = fields

    def to_representation(self, task):
        """One whose worker has ended has failed."""
        data = super().to_representation(task)
        return data | {"state": Task.State.FAILED, "detail": ENDED} if task.abandoned else data
