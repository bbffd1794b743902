# frozen_string_literal: true

module MildAnvil
  module Web
    # Roles and what each may do: the one place that says so. Every operation of the API is denied unless it stands
    # here.
    module Permissions
      ANYONE = :anyone
      EVERYBODY = %w[viewer technician reviewer administrator].freeze
      WORKING = %w[technician reviewer].freeze
      ADMINISTRATING = %w[administrator].freeze
      SHELVES = %w[technician reviewer administrator].freeze

      TABLE = {
        ANYONE => %w[health session firstAdministrator calendarFeed],
        EVERYBODY => %w[catalogue people tokens issueToken revokeToken today search lots lot lotEvents lenders rating
                        previewPaper signedPaper recheckStatement pull window originalFile importProfiles picture plan
                        planPaper register specimens pullOrder studyCells acceptance acceptanceTemplates
                        guesses instrument pullWorth checkRecord chain standInCell
                        preparation attachment piece benchOfLot benchLive stopBench runJournal
                        runRecord procedures certificate certificatePaper aftermath comparison conclusionPaper use
                        blindPull longTests longTest longReadings longReportPaper watch watchedProduct watchChart
                        upkeep laboratory openRecord breakReport statementTags everythingPackage jobPackage lotPackage
                        practice practiceRun exportList lookForm fillForm heard keys verification],
        WORKING => %w[createJob createLot createStudy changeLot assignLevels recordPeak recordReadings recordLoad
                      withdrawLoad borrowScatter previewFile importRecording signStatement changePull correctReading
                      judgePull undoJudgement overruleFinding undoOverruling keepImportProfile removeImportProfile
                      previewPlan workOutTemplate savePlan noteNearMiss addSpecimens changeSpecimens
                      removeSpecimens readSpecimens importSpecimens drawOrder moveInOrder makeCells
                      saveAcceptance recordTest withdrawTest noteVerdict sealGuess previewCheck readCheckFile
                      keepCheck keepCrossCheck withdrawCheck addCertificate withdrawCertificate noteOverload
                      withdrawOverload loadStandIn drawDimensions measureDimension withdrawDimension addPreparation
                      changePreparation withdrawPreparation keepPreparationTemplate attachFile detachFile startRun
                      sayComma commandRun letOff giveRun takeRun driveRun tellAftermath alignClip decideQuarantine
                      certify
                      addLooseGear removeLooseGear conclude keepMaking judgeBlind beginLongTest changeLongTest
                      startLongTest endLongTest bringLongLog readStation markStation withdrawLongReading signLongReport
                      addWatchedProduct changeWatchedProduct retireWatchedProduct keepWatchedBreak noteWatchedChange
                      withdrawWatchedBreak withdrawWatchedChange answerSuspicion holdBatches recordUpkeep beginLesson
                      pullPractice checkPracticeCell takeOver handInLesson makeLesson retireLesson lookOldBreaks
                      keepOldBreaks],
        %w[reviewer] => %w[countersignStatement withdrawStatement reviewConclusion reviewLongReport releaseBatches],
        SHELVES => %w[addItemType retireItemType keepPicture addDesignFactor addProofRule checkLibraryRow
                      retireLibraryRow addBench changeBench addInstrument changeInstrument addGear changeGear
                      retireRegisterRow keepTemplate saveProcedure previewProcedure
                      retireProcedure addPopulation addUpkeepRule retireUpkeepRule lookPackage takePackage],
        %w[reviewer administrator] => %w[events checkEvents wantVerification attachmentOriginal],
        ADMINISTRATING => %w[addPerson changePerson askSecondFactor keepLaboratory trustKey replaceKey]
      }.flat_map { |who, operations| operations.map { |operation| [operation, who] } }.to_h.freeze

      module_function

      # @param operation [String]
      # @param roles [Array<String>, nil] nil: nobody is signed in
      # @return [Boolean]
      def allowed?(operation, roles)
        who = TABLE[operation] or return false
        who == ANYONE || (!roles.nil? && who.intersect?(roles))
      end

      # @return [Array<String>] operations that somebody with these roles may do
      def of(roles) = TABLE.keys.select { |operation| allowed?(operation, roles) }
    end
  end
end
