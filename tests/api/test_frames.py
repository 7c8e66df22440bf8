"""Of what a kind's frame is not is told with the reason."""


def test_the_catalogue_says_of_what_a_frame_is_not_and_why(client):
    kinds = {kind["id"]: kind for kind in client.get("/api/catalogue").json()["kinds"]}
    refused = {row["id"]: row["detail"] for row in kinds["hanging_softbox"]["refused_frames"]}
    assert "thin tube holds neither" in refused["tube"]
    assert kinds["book_light"]["refused_frames"] == []
    paths = {control["path"]: control for control in kinds["hanging_softbox"]["controls"]}
    # both battens are chosen from what is sold, and nothing else is offered there
    offered = {option["id"] for option in paths["design.batten"]["options"]}
    assert {option["id"] for option in paths["design.lower_batten"]["options"]} == offered
    assert "pvc_25_mm" not in offered
    assert "softwood_18_44" in offered
    bars = {control["path"]: control for control in kinds["light_tent"]["controls"]}["design.bar"]
    assert {"pvc_25_mm", "aluminium_20_mm", "rough_24_48"} <= {option["id"] for option in bars["options"]}
