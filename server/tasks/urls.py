"""Addresses of long work."""

from django.urls import path

from . import views

urlpatterns = [
    path("tasks/<uuid:task_id>", views.TaskView.as_view(), name="task"),
    path("tasks/<uuid:task_id>/file", views.TaskFileView.as_view(), name="task-file"),
]
