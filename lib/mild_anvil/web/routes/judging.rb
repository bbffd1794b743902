# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # What pulls count as, and what a person puts beside a finding.
      module Judging
        def self.registered(app)
          blind(app)
          app.operation("judgePull") do |given|
            Actions::JudgePull.call(pull_id: given.id, person_id: person_id, once_key: given.once_key, **given.body)
            json(Actions::ShowPull.call(pull_id: given.id), status: 201)
          end
          app.operation("undoJudgement") do |given|
            Actions::JudgePull.undo(pull_id: given.id, person_id: person_id)
            json(Actions::ShowPull.call(pull_id: given.id))
          end
          app.operation("overruleFinding") do |given|
            Actions::OverruleFinding.call(pull_id: given.id, person_id: person_id, **given.body)
            json(Actions::ShowPull.call(pull_id: given.id), status: 201)
          end
          app.operation("undoOverruling") do |given|
            Actions::OverruleFinding.undo(pull_id: given.id, person_id: person_id, **given.body)
            json(Actions::ShowPull.call(pull_id: given.id))
          end
          app.operation("window") do |given|
            Actions::OwnDrafts.recording!(given.id, person_id: person_id)
            json(Actions::ReadWindow.call(recording_id: given.id, points: given.query[:points] || 800,
                                          from: given.query[:from_seconds],
                                          to: given.query[:to_seconds]))
          end
        end

        def self.blind(app)
          app.operation("blindPull") do |given|
            json(Actions::JudgeBlind.following(lot_id: given.id, person_id: person_id))
          end
          app.operation("judgeBlind") do |given|
            row = Actions::JudgeBlind.call(pull_id: given.id, person_id: person_id, once_key: given.once_key,
                                           **given.body)
            json(Actions::JudgeBlind.revealed(row.pull), status: 201)
          end
        end
        private_class_method :blind
      end
    end
  end
end
