# frozen_string_literal: true

module MildAnvil
  module Actions
    # What is said of a pull before its force and its group are shown: cause, place, and whether it is void. Kept; then
    # it is revealed, and judged as any other, with a reason where the two differ.
    module JudgeBlind
      POINTS = 160
      COMPARED = %i[failed_part zone mode].freeze

      module_function

      # @param lot_id [Integer] whose study the pulls are drawn from
      # @return [Hash] left, said, item_type, pull: nil when none is left; its code says neither number nor group
      def following(lot_id:, person_id:)
        lot = Store::Models::Lot.fetch!(lot_id)
        waiting = waiting(lot, person_id)
        pull = waiting.min_by { |row| Canonical.sha256([row.uid, person_id]) } # an order that follows nothing
        { left: waiting.size, item_type: lot.item_type, pull: pull && shown(pull) }
      end

      # @return [Store::Models::BlindJudgement]
      # @raise [InvalidInput, Conflict]
      def call(pull_id:, person_id:, is_void:, failed_part: nil, zone: nil, mode: nil, reason: "", once_key: nil)
        person = People.fetch!(person_id)
        said = { is_void: is_void, failed_part: failed_part, zone: zone, mode: mode, reason: reason.to_s.strip }
        complain!(said)
        id = OnceOnly.call(once_key, person_id: person.id, action: :judge_blind,
                                     request: { pull: pull_id, **said }) do
          pull = Store::Models::Pull.locked!(pull_id)
          raise Conflict, "Pull #{pull.number} is judged already: its force was seen" if pull.judgement

          row = Store::Models::BlindJudgement.create(pull_id: pull.id, person_id: person.id, **said)
          Store::Events.record(:judge_blind, pull, person_id: person.id, lot_id: pull.lot_id, after: said.compact)
          row.id
        end
        Store::Models::BlindJudgement[id]
      end

      # @param pull [Store::Models::Pull]
      # @return [Hash] what was hidden
      def revealed(pull)
        facts = LotFacts.new(pull.lot, specimen_id: pull.feature.specimen_id)
        measured = facts.measurement(facts.pulls.find { |row| row.id == pull.id })
        { pull_id: pull.id, lot_id: pull.lot_id, lot: pull.lot.name, number: pull.number,
          figure: measured && Figures.of(pull.lot).reading(measured.value_si, measured.resolution_si) }
      end

      # @return [Hash, nil] the last one, as a page shows it
      def of(pull_id)
        row = last(pull_id) or return
        row.values.slice(:is_void, :failed_part, :zone, :mode, :reason, :created_at).merge(person: row.person.name)
      end

      # @return [Store::Models::BlindJudgement, nil]
      def last(pull_id) = Store::Models::BlindJudgement.where(pull_id: pull_id).order(Sequel.desc(:id)).first

      # What was said blind stands unless somebody says why it does not.
      # @raise [InvalidInput]
      def check!(pull, counts_as, details)
        row = last(pull.id) or return
        changed = [("void or not" if row.is_void != (counts_as.to_s == "void")),
                   *COMPARED.select { |name| row[name] && details[name] && row[name] != details[name] }
                            .map { |name| name.to_s.tr("_", " ") }].compact
        return if changed.empty? || !details[:reason].empty?

        raise InvalidInput.new("#{row.person.name} said otherwise before the force was seen (#{changed.join(', ')}): " \
                               "say why it is changed", fields: { reason: "is needed: it was judged otherwise blind" })
      end

      def complain!(said)
        wrong = {}
        wrong[:reason] = "is needed for a void: a cause other than the value" if said[:is_void] && said[:reason].empty?
        wrong[:failed_part] = "is needed: what failed?" if !said[:is_void] && said[:failed_part].to_s.empty?
        return if wrong.empty?

        raise InvalidInput.new(wrong.map { |name, words|
          "#{name.to_s.tr('_', ' ')} #{words}"
        }.join("; "), fields: wrong)
      end
      private_class_method :complain!

      # Of the lot and the others of its study that are the same kind of item.
      def waiting(lot, person_id)
        pulls = Store::Models::Pull.where(lot_id: lots(lot)).eager(:judgements, :measurements).all
        said = Store::Models::BlindJudgement.where(pull_id: pulls.map(&:id), person_id: person_id).select_map(:pull_id)
        pulls.reject { |pull| said.include?(pull.id) || pull.judgement }
      end
      private_class_method :waiting

      def lots(lot)
        factors = lot.study_groups.map(&:factor_id)
        same = Store::Models::StudyGroup.where(factor_id: factors).select(:lot_id)
        [lot.id, *Store::Models::Lot.where(id: same, item_type: lot.item_type).select_map(:id)].uniq
      end
      private_class_method :lots

      def shown(pull)
        photos = Prepare::Attach.of(pull_id: pull.id).select { |file| file[:media_type].to_s.start_with?("image/") }
        { id: pull.id, code: Canonical.sha256(pull.uid)[0, 4].upcase, shape: shape(pull), photos: photos.map do |f|
          f[:attachment_id]
        end }
      end
      private_class_method :shown

      # The curve without its scales: from nothing to its own highest, over its own length.
      def shape(pull)
        recording = Store::Models::Recording.first(pull_id: pull.id) or return []
        read = ReadWindow.call(recording_id: recording.id, points: POINTS)
        series = read[:series].find { |one| one[:judged] } or return []
        values = (series[:highs].empty? ? series[:lows] : series[:highs]).map(&:to_f)
        top = values.max
        top&.positive? ? values.map { |v| (v / top).round(3) } : []
      end
      private_class_method :shape
    end
  end
end
