# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # What is told of a pull besides what failed: was it where it was expected, what would have gone next, heat, what
      # stuck and how it was freed, what stays usable, how long it took. Told again, the newer one holds.
      module AfterPull
        EXPECTED = { true => "where it was expected", false => "not where it was expected" }.freeze
        HEAT = { "none" => "no heat", "warm" => "warm", "hot" => "hot", "smoke" => "smoke" }.freeze
        FIELDS = %i[as_expected next_weakest heat stuck freed usable minutes words].freeze

        module_function

        # @param values [Hash] of FIELDS
        # @raise [InvalidInput] for something freed that never stuck
        def tell(pull_id:, values:, person_id:)
          person = People.fetch!(person_id)
          given = values.slice(*FIELDS).compact
          nothing = given.values.all? { |value| value.is_a?(String) && value.strip.empty? }
          raise InvalidInput.new("Nothing was told", fields: { words: "is empty" }) if nothing

          if given[:freed].to_s != "" && given[:stuck] != true
            raise InvalidInput.new("It says how it was freed, and not that it stuck",
                                   fields: { freed: "did not stick" })
          end

          Store::Database.write do
            pull = Store::Models::Pull.locked!(pull_id)
            row = Store::Models::Aftermath.create(pull_id: pull.id, person_id: person.id, **given)
            Store::Events.record(:tell_aftermath, pull, person_id: person.id, lot_id: pull.lot_id, after: given)
            row
          end
        end

        # @return [Hash, nil] what holds
        def of(pull_id)
          row = Store::Models::Aftermath.where(pull_id: pull_id).order(:id).last or return
          { **row.values.slice(*FIELDS), person: row.person.name, created_at: row.created_at }
        end

        # As a screen shows it, with what was filmed.
        # @return [Hash] told, files, break_seconds: when it broke, by the clock of the curve
        def show(pull_id)
          pull = Store::Models::Pull.fetch!(pull_id)
          files = Store::Models::AttachmentLink.where(pull_id: pull.id, withdrawn_at: nil).order(:id).eager(:attachment)
          { told: of(pull.id), break_seconds: break_seconds(pull),
            files: files.all.map do |link|
              { id: link.id, attachment_id: link.attachment_id, name: link.attachment.name,
                media_type: link.attachment.media_type, clip_seconds: link.clip_seconds }
            end }
        end

        # @param clip_seconds [Float, nil] from the beginning of the clip
        # @raise [InvalidInput] for what is no clip
        def align(link_id:, clip_seconds:, person_id:)
          person = People.fetch!(person_id)
          link = Store::Models::AttachmentLink.where(id: link_id, withdrawn_at: nil).exclude(pull_id: nil).first ||
                 raise(NotFound, "there is no such clip")
          unless link.attachment.media_type.start_with?("video/")
            raise InvalidInput.new("#{link.attachment.name} is no clip", fields: { clip_seconds: "is no clip" })
          end

          Store::Database.write do
            link.update(clip_seconds: clip_seconds)
            Store::Events.record(:align_clip, link.attachment, person_id: person.id, after: { seconds: clip_seconds })
          end
          show(link.pull_id)
        end

        def break_seconds(pull)
          analysis = pull.recording&.analysis or return
          analysis.findings_dataset.where(kind: "peak").get(:at_seconds)
        end
        private_class_method :break_seconds

        # In words, for papers and lists.
        # @return [Array<String>]
        def words(pull_id)
          told = of(pull_id) or return []
          [EXPECTED[told[:as_expected]], said("next would have gone: ", told[:next_weakest]), HEAT[told[:heat]],
           (told[:stuck] ? "stuck#{said(', freed: ', told[:freed])}" : nil), said("stays usable: ", told[:usable]),
           told[:minutes] && "#{told[:minutes].round} min", said("", told[:words])].compact
        end

        def said(before, text) = text.to_s.empty? ? nil : "#{before}#{text}"
        private_class_method :said
      end
    end
  end
end
