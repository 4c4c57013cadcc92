"""The API of long work: how it stands, stopping it, and the file that it came to."""

from django.http import FileResponse, Http404
from django.shortcuts import get_object_or_404
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiResponse, extend_schema
from rest_framework import status
from rest_framework.response import Response
from rest_framework.views import APIView

from . import files
from .actions.ask import ask, stop
from .models import Task
from .serializers import TaskSerializer

ASKED = {202: TaskSerializer}


def asked(account, kind: str, arguments: dict, given=None) -> Response:
    """Ask for work, and answer where it is told of."""
    task = ask(account, kind, arguments, given)
    # Where nothing waits in a queue it is over already.
    task.refresh_from_db()
    headers = {"Location": f"/api/tasks/{task.pk}"}
    return Response(TaskSerializer(task).data, status.HTTP_202_ACCEPTED, headers=headers)


class TaskView(APIView):
    """A piece of long work of one's own."""

    @extend_schema(responses=TaskSerializer)
    def get(self, request, task_id):
        """How it stands; asked every so often."""
        return Response(TaskSerializer(get_object_or_404(Task, account=request.user, pk=task_id)).data)

    @extend_schema(responses={204: None})
    def delete(self, request, task_id):
        """Stop it. What is done stays done."""
        stop(get_object_or_404(Task, account=request.user, pk=task_id))
        return Response(status=status.HTTP_204_NO_CONTENT)


class TaskFileView(APIView):
    """The file that a piece of work came to."""

    @extend_schema(responses={(200, "application/octet-stream"): OpenApiResponse(OpenApiTypes.BINARY)})
    def get(self, request, task_id):
        """As long as it is kept: a day."""
        task = get_object_or_404(Task, account=request.user, pk=task_id, state=Task.State.DONE)
        file = files.opened(task.pk, files.MADE) if task.size else None
        if file is None:
            raise Http404
        return FileResponse(file, as_attachment=True, filename=task.name, content_type=task.media_type)
