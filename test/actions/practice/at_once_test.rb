# frozen_string_literal: true

require_relative "../../support/committed_case"
require_relative "../../support/at_once"

# Many clicks at one moment: each piece is pulled once, in order.
class PracticeAtOnceTest < CommittedCase
  include AtOnce

  def test_eight_clicks_at_once_pull_eight_pieces_in_order
    run = Actions::Practice::Begin.call(person_id: person.id, lesson: "connector-first", seed: 3)
    at_once(8) { |i| Actions::Practice::PullNext.call(run_id: run.id, person_id: person.id, once_key: "click-#{i}-of-8") }

    assert_equal((1..8).to_a, run.lot.pulls_dataset.order(:number).all.map { |pull| pull.feature.specimen.number })
    assert_equal "All pieces are pulled", assert_raises(MildAnvil::Conflict) {
      Actions::Practice::PullNext.call(run_id: run.id, person_id: person.id)
    }.message
  end
end
